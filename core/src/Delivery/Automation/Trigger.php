<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

use Morphea\Core\Message;

/** What sets it off. Rows that are switched off, or that nobody accepted, are not there. */
enum Trigger: string
{
    case Arrives = 'arrives';
    case Changes = 'changes';

    public function words(): Message
    {
        return new Message("automation.trigger.$this->value");
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

use Morphea\Core\Message;

/** What starts an automation. Rows that are left out or not yet accepted never do. */
enum Trigger: string
{
    case Arrives = 'arrives';
    case Changes = 'changes';

    public function words(): Message
    {
        return new Message("automation.trigger.$this->value");
    }
}

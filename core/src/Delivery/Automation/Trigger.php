<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

/** What sets it off. Rows that are switched off, or that nobody accepted, are not there. */
enum Trigger: string
{
    case Arrives = 'arrives';
    case Changes = 'changes';

    public function words(): string
    {
        return match ($this) {
            self::Arrives => 'a row arrives or is accepted',
            self::Changes => 'a row arrives, is accepted or changes',
        };
    }
}

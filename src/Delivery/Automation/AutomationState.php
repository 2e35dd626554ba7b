<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Platform\Database\GuardedState;
use Morphea\Core\Message;

/** The state of a row in an automation. */
enum AutomationState: string implements GuardedState
{
    /** It was there before, or all of it was done. */
    case Known = 'known';
    case Due = 'due';
    /** Many came at once: somebody is asked first. */
    case Held = 'held';
    /** A run that makes its piece is under way. */
    case Making = 'making';
    case Done = 'done';
    case GivenUp = 'given-up';

    public function words(): Message
    {
        return new Message('automation.state.' . strtr($this->value, '-', '_'));
    }

    public function tone(): string
    {
        return match ($this) {
            self::Done => 'ok',
            self::GivenUp => 'bad',
            self::Held => 'look',
            default => 'quiet',
        };
    }

    public function reachedFrom(): array
    {
        return match ($this) {
            self::Known => [self::Due, self::Held, self::Making],
            self::Due => self::cases(),
            self::Held => [self::Due, self::Held],
            self::Making => [self::Due, self::Making, self::Done],
            self::Done, self::GivenUp => [self::Due, self::Making],
        };
    }
}

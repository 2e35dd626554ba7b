<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** How serious a warning is. */
enum Severity: string
{
    case Note = 'note';
    case LookAtIt = 'look-at-it';
    case WillLookWrong = 'will-look-wrong';
    case CannotBeMade = 'cannot-be-made';

    public function label(): Message
    {
        return new Message('warnings.severity.' . strtr($this->value, '-', '_'));
    }

    /** The higher, the more serious. */
    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}

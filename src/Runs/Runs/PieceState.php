<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Platform\Database\GuardedState;

enum PieceState: string implements GuardedState
{
    case Waiting = 'waiting';
    case Made = 'made';
    case NotMade = 'not-made';

    public function reachedFrom(): array
    {
        return match ($this) {
            // Two workers that were handed the same piece make the same of it.
            self::Waiting, self::Made => self::cases(),
            self::NotMade => [self::Waiting, self::Made],
        };
    }
}

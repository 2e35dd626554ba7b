<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** The edge of the page or of a layer that something comes from or goes to. */
enum Direction: string
{
    case Left = 'left';
    case Right = 'right';
    case Top = 'top';
    case Bottom = 'bottom';

    /** @return array{int, int} which way it lies: -1, 0 or 1 across and down */
    public function way(): array
    {
        return match ($this) {
            self::Left => [-1, 0],
            self::Right => [1, 0],
            self::Top => [0, -1],
            self::Bottom => [0, 1],
        };
    }
}

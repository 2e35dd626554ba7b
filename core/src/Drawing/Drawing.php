<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** One side of one piece as a display list, the lowest item first. Size in dots. */
final readonly class Drawing
{
    /** @param list<GroupItem> $groups */
    public function __construct(
        public int $width,
        public int $height,
        public float $dpi,
        public ?string $background,
        public array $groups,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/**
 * One side of one piece as a display list, the lowest item first. Size in dots, as cut; what lies up to `bleed` dots
 * outside is drawn for paper that is cut later.
 */
final readonly class Drawing
{
    /** @param list<GroupItem> $groups */
    public function __construct(
        public int $width,
        public int $height,
        public float $dpi,
        public ?string $background,
        public array $groups,
        public float $bleed = 0.0,
    ) {
    }
}

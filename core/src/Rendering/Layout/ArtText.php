<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Styles\Align;

/**
 * A text found in an imported drawing: lines of runs in one style, its first baseline's anchor (`x`, `y`, in the
 * drawing's pixels) at the left, centre or right, `size` and `lineStep` in pixels, rotated by `rotation` degrees about
 * the anchor.
 */
final readonly class ArtText
{
    /** @param non-empty-list<list<array{words: string, bold: bool, italic: bool, colour: string, size: float}>> $lines */
    public function __construct(
        public array $lines,
        public float $x,
        public float $y,
        public float $rotation,
        public Align $align,
        public string $family,
        public int $weight,
        public bool $italic,
        public float $size,
        public string $colour,
        public float $letterSpacing,
        public float $lineStep,
    ) {
    }

    public function words(): string
    {
        return implode(
            "\n",
            array_map(static fn (array $line): string => implode('', array_column($line, 'words')), $this->lines),
        );
    }
}

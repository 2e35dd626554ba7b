<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Styles\Align;

/**
 * A text found in a drawing from elsewhere: lines of stretches in one style, and where its first baseline is held (`x`,
 * `y`, in the drawing's pixels), from the left, in the middle or at the right; `size` and `lineStep` in pixels, turned
 * by `rotation` degrees about that place.
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

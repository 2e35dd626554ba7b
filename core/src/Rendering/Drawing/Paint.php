<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\Gradient;

/** Colours as #RRGGBB; null draws nothing. Stroke width and dashes in dots, with the stroke centred on the outline. */
final readonly class Paint
{
    /** How far corners of a line reach out at the most, in its widths (SVG 1.1, stroke-miterlimit). */
    private const MITRE = 4.0;

    /** @param list<float> $dashes */
    public function __construct(
        public string|Gradient|null $fill,
        public ?string $stroke = null,
        public float $strokeWidth = 0.0,
        public array $dashes = [],
    ) {
    }

    /**
     * How far the stroke extends beyond the outline.
     *
     * @param bool $pointed the outline has corners, at which the line stands out further
     */
    public function outside(bool $pointed = false): float
    {
        return null === $this->stroke ? 0.0 : ($this->strokeWidth / 2) * ($pointed ? self::MITRE : 1.0);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** The usable part of the paper, in millimetres: without the printer's margin and the room for marks. */
final readonly class Room
{
    /**
     * @param float $margin that the printer leaves white at every edge
     * @param float $gap    between the cut edges of neighbours; 0 for a cut that they share
     * @param float $marks  beyond the bleed of the outermost pieces
     */
    public function __construct(public Paper $paper, public float $margin, public float $gap, public float $marks = 0.0)
    {
    }

    public function width(float $bleed): float
    {
        return $this->paper->width - 2 * ($this->margin + $this->marks + $bleed);
    }

    public function height(float $bleed): float
    {
        return $this->paper->height - 2 * ($this->margin + $this->marks + $bleed);
    }

    public function on(Paper $paper): self
    {
        return new self($paper, $this->margin, $this->gap, $this->marks);
    }

    /** How many pieces of a length fit next to each other. */
    public function fit(float $piece, float $into): int
    {
        return max(0, (int) floor(($into + $this->gap + Paper::SAME) / ($piece + $this->gap)));
    }
}

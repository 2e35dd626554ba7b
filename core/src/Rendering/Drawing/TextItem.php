<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Rendering\Text\FontFace;

/**
 * One run of text on one line: `x` is its left edge whatever its direction, `y` its baseline, `size` and `letterSpacing`
 * in dots, and `ink` the area of its letters before it is rotated clockwise by `rotation` degrees about a pivot. With a
 * stroke it is the outline of the letters, drawn behind them.
 */
final readonly class TextItem implements Item
{
    public function __construct(
        public float $x,
        public float $y,
        public string $text,
        public FontFace $face,
        public float $size,
        public string $colour,
        public float $letterSpacing,
        public bool $rightToLeft,
        public Bounds $ink,
        public float $rotation = 0.0,
        public float $pivotX = 0.0,
        public float $pivotY = 0.0,
        public float $strokeWidth = 0.0,
    ) {
    }

    public function bounds(): Bounds
    {
        return $this->ink->grown($this->strokeWidth / 2)->turned($this->rotation, $this->pivotX, $this->pivotY);
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->text($this);
    }

    public function inColour(string $colour): self
    {
        return $this->stroked($colour, $this->strokeWidth);
    }

    /** @param float $width of the line outside the letters */
    public function outlined(string $colour, float $width): self
    {
        return $this->stroked($colour, 2 * $width);
    }

    private function stroked(string $colour, float $strokeWidth): self
    {
        return new self(...['colour' => $colour, 'strokeWidth' => $strokeWidth] + get_object_vars($this));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/**
 * A picture ready to be written: either an address (`href`, which may be a data: URI), or the inner SVG of a cleaned
 * drawing. Width and height in its own pixels, 96 to the inch for drawings; the focus, what must stay in sight, in
 * shares of them.
 */
final readonly class Picture
{
    private function __construct(
        public ?string $href,
        public ?string $vector,
        public float $width,
        public float $height,
        public float $focusX,
        public float $focusY,
    ) {
    }

    public static function raster(string $href, float $width, float $height, float $focusX = 0.5, float $focusY = 0.5): self
    {
        return new self($href, null, $width, $height, $focusX, $focusY);
    }

    /** @param string $markup the inside of the svg element; its viewBox is 0 0 width height */
    public static function vector(string $markup, float $width, float $height, float $focusX = 0.5, float $focusY = 0.5): self
    {
        return new self(null, $markup, $width, $height, $focusX, $focusY);
    }
}

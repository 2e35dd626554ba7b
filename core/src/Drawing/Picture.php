<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** A picture ready to be written: either an address (`href`, which may be a data: URI), or the inner SVG of a cleaned vector drawing. */
final readonly class Picture
{
    private function __construct(public ?string $href, public ?string $vector, public float $width, public float $height)
    {
    }

    public static function raster(string $href, float $width, float $height): self
    {
        return new self($href, null, $width, $height);
    }

    /** @param string $markup the inside of the svg element; its viewBox is 0 0 width height */
    public static function vector(string $markup, float $width, float $height): self
    {
        return new self(null, $markup, $width, $height);
    }
}

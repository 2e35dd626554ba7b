<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** What a writer puts in a picture's place: an address (`href`, which may be a data: URI), or the inner SVG of a drawing. */
final readonly class PictureContent
{
    private function __construct(public ?string $href, public ?string $markup)
    {
    }

    public static function at(string $href): self
    {
        return new self($href, null);
    }

    /** @param string $markup the inside of the svg element; its viewBox is 0 0 width height */
    public static function drawn(string $markup): self
    {
        return new self(null, $markup);
    }

    public function size(): int
    {
        return \strlen($this->href ?? '') + \strlen($this->markup ?? '');
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** A picture that was checked: what it really is, its bytes (an SVG cleaned) and its size. */
final readonly class PictureFile
{
    public function __construct(public string $name, public string $mime, public string $bytes, public float $width, public float $height)
    {
    }
}

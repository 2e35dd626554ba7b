<?php

declare(strict_types=1);

namespace Morphea\App\Pictures;

/** A picture, clip or sound whose bytes are kept already, and which belongs to no project yet. */
final readonly class KeptPicture
{
    public function __construct(
        public string $name,
        public string $mime,
        public string $hash,
        public int $bytes,
        public float $width,
        public float $height,
        public float $focusX,
        public float $focusY,
        public ?float $seconds = null,
    ) {
    }
}

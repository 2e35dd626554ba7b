<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

/** A picture, clip or sound whose bytes are stored and which belongs to no project yet. */
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

    /** One that a project has, to be added again. */
    public static function of(StoredPicture $picture): self
    {
        return new self(
            $picture->name(),
            $picture->mime(),
            $picture->hash(),
            $picture->bytes(),
            $picture->width(),
            $picture->height(),
            $picture->foundFocus()[0],
            $picture->foundFocus()[1],
            $picture->seconds(),
        );
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Media\Media;

/**
 * A picture, clip or sound that was checked: its real type, its bytes (an SVG is cleaned), its size, its focus point,
 * and its length in seconds if it has one.
 */
final readonly class PictureFile
{
    public function __construct(
        public string $name,
        public string $mime,
        public string $bytes,
        public float $width,
        public float $height,
        public float $focusX = 0.5,
        public float $focusY = 0.5,
        public ?float $seconds = null,
    ) {
    }

    public function isDrawing(): bool
    {
        return 'image/svg+xml' === $this->mime;
    }

    public function isClip(): bool
    {
        return Media::CLIP === $this->mime;
    }

    public function isSound(): bool
    {
        return Media::SOUND === $this->mime;
    }

    public function called(string $name): self
    {
        return new self(...['name' => $name] + get_object_vars($this));
    }

    public function focusedOn(float $x, float $y): self
    {
        $focus = ['focusX' => max(0.0, min(1.0, $x)), 'focusY' => max(0.0, min(1.0, $y))];

        return new self(...$focus + get_object_vars($this));
    }
}

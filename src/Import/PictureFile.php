<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** A picture that was checked: what it really is, its bytes (an SVG cleaned), its size, and where the eye goes in it. */
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
    ) {
    }

    public function isDrawing(): bool
    {
        return 'image/svg+xml' === $this->mime;
    }

    public function called(string $name): self
    {
        return new self($name, $this->mime, $this->bytes, $this->width, $this->height, $this->focusX, $this->focusY);
    }

    public function focusedOn(float $x, float $y): self
    {
        return new self(
            $this->name,
            $this->mime,
            $this->bytes,
            $this->width,
            $this->height,
            max(0.0, min(1.0, $x)),
            max(0.0, min(1.0, $y)),
        );
    }
}

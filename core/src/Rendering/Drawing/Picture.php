<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\PictureLook;

/**
 * What the layout needs to know of a picture: its name in the project, the hash of its bytes, its size in pixels (96 per
 * inch for drawings), whether it is a drawing, and its focus point as shares of its size. For a clip, also its length in
 * seconds and the moment that is shown.
 */
final readonly class Picture
{
    public function __construct(
        public string $name,
        public string $hash,
        public float $width,
        public float $height,
        public bool $isDrawing = false,
        public float $focusX = 0.5,
        public float $focusY = 0.5,
        public ?float $length = null,
        public float $moment = 0.0,
    ) {
    }

    public function isClip(): bool
    {
        return null !== $this->length;
    }

    /** A clip at another moment, in seconds. */
    public function at(float $moment): self
    {
        return new self(...['moment' => round($moment, 3)] + get_object_vars($this));
    }

    /** A name for its colours after all changes; it differs from other treatments of the same bytes. */
    public function inLook(PictureLook $look): string
    {
        $tone = $look->tones() ? "{$look->tone->value} $look->tint" : '';

        return "$this->hash $tone" . ($this->isClip() ? " $this->moment" : '') . ([] === $look->colours ? '' : serialize($look->colours));
    }
}

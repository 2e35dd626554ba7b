<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

/** What a clip or sound file states about itself; none of it has to be true. */
final readonly class Facts
{
    /**
     * @param float|null $seconds null where it does not say
     * @param int        $width   in pixels as kept, 0 without moving pictures
     * @param float      $rate    frames a second, on average; 0 where it does not say
     * @param bool       $plain   as ClipReader makes them
     */
    public function __construct(
        public ?float $seconds,
        public int $width,
        public int $height,
        public float $rate,
        public bool $hasSound,
        public bool $plain,
    ) {
    }

    public function hasPictures(): bool
    {
        return $this->width > 0 && $this->height > 0;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

/** A clip or sound that was checked and normalised; sounds have no width and height. */
final readonly class Media
{
    public const CLIP = 'video/mp4';
    public const SOUND = 'audio/mp4';

    public function __construct(
        public string $mime,
        public string $bytes,
        public int $width,
        public int $height,
        public float $seconds,
    ) {
    }
}

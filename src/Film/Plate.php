<?php

declare(strict_types=1);

namespace Morphea\App\Film;

use Morphea\Core\Beat\Part;

/** A picture that ffmpeg lays on others: what stands still, or one part that moves. */
final readonly class Plate
{
    /** @param Part|null $part that moves; null of what stands still */
    public function __construct(
        public string $path,
        public int $x,
        public int $y,
        public int $width,
        public int $height,
        public ?Part $part = null,
    ) {
    }
}

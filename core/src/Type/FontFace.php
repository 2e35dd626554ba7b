<?php

declare(strict_types=1);

namespace Morphea\Core\Type;

/** One font file: a family in one weight, upright or italic. `index` is the face's place in a collection file. */
final readonly class FontFace
{
    public function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public string $path,
        public int $index = 0,
    ) {
    }
}

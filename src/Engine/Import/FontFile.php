<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/** A font that was checked; `licence` is what it states. `ending` is ttf or otf. */
final readonly class FontFile
{
    public function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public string $licence,
        public string $ending,
        public string $bytes,
        /** Whether it asks to be embedded as a whole or not at all, while PDFs hold only the characters that are used. */
        public bool $wholeOnly = false,
    ) {
    }

    public function hash(): string
    {
        return hash('sha256', $this->bytes);
    }
}

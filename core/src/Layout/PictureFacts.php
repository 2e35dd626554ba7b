<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

/** What became of one picture in one row. `scale` is how many dots one of its pixels covers; 0 for drawings and where there is none. */
final readonly class PictureFacts
{
    /** @param list<string> $problems cells that do not go into the pattern */
    public function __construct(
        public string $layer,
        public string $name,
        public bool $placeholder,
        /** What the row asks for. */
        public string $wanted,
        /** What is shown; null when nothing is. */
        public ?string $asset,
        public PictureState $state,
        public bool $refused,
        public float $scale,
        public array $problems = [],
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Making\Output;

/** What the command line asks for. */
final readonly class PressOptions
{
    public function __construct(
        public string $file,
        public ?string $rows,
        public Output $output,
        public string $to,
        public ?string $name,
        public string $only,
        public int $jobs,
        public bool $bleed = true,
    ) {
    }
}

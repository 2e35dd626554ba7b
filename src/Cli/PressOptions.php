<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\ChosenFormat;

/** The options given on the command line. */
final readonly class PressOptions
{
    /**
     * @param non-empty-list<ChosenFormat>  $choices
     * @param string|null             $since   folder of an earlier making, from which is taken what has not changed
     * @param \Closure(int, int): void $told    how many of how many are done
     */
    public function __construct(
        public string $file,
        public ?string $rows,
        public array $choices,
        public string $to,
        public ?string $name,
        public string $only,
        public int $jobs,
        public ?string $since,
        public \Closure $told,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\PieceRequest;

/** The pieces one process makes, with everything it needs to know; passed to it in a file. */
final readonly class ProcessShare
{
    /**
     * @param string                                    $file     with the pictures and fonts
     * @param string                                    $design as the codec writes it, with the links that were found
     * @param list<array<string, string|int|float|bool>> $choices as Choice::toArray gives them
     * @param array<string, float>                      $even     sizes that all rows share
     * @param list<PieceRequest>                              $wanted
     * @param string                                    $log      where it is written down what came of them
     */
    public function __construct(
        public string $file,
        public string $design,
        public array $choices,
        public array $even,
        public string $to,
        public ?string $since,
        public array $wanted,
        public string $log,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\Table\Data\Record;

/** What a run will make, computed before it starts. */
final readonly class RunPlan
{
    /**
     * @param list<array{row: Record, name: string}> $pieces
     * @param array<int, string>                     $clashes names that got a number to stay unique, by row number
     * @param int                                    $left    rows that are not made, being as they were or not in order
     */
    public function __construct(
        public RunOrder $order,
        public array $pieces,
        public array $clashes,
        public string $file,
        public int $left = 0,
    ) {
    }
}

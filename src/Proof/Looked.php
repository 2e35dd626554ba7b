<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\Core\Proof\Finding;

/** A row that was looked at. */
final readonly class Looked
{
    /**
     * @param string        $inputs   a name for all that its piece is made of
     * @param list<Finding> $findings
     * @param array{drawn: string, sizes: array<string, array{string, float}>} $facts as WholeSet has them
     */
    public function __construct(
        public int $rowId,
        public int $number,
        public string $inputs,
        public array $findings,
        public array $facts,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WholeSet;

/**
 * A row that was checked.
 *
 * @phpstan-import-type Facts from WholeSet
 */
final readonly class InspectedRow
{
    /**
     * @param string        $inputs   a name for all that its piece is made of
     * @param list<Warning> $warnings
     * @param Facts         $facts    as WholeSet has them
     * @param array<string, string> $values names for what its layers show, as Acceptance::value has them, by layer
     */
    public function __construct(
        public int $rowId,
        public int $number,
        public string $inputs,
        public array $warnings,
        public array $facts,
        public array $values = [],
    ) {
    }
}

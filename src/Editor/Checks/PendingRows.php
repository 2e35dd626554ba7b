<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\Core\Table\Data\Record;

/** The rows still to be checked. */
final readonly class PendingRows
{
    /**
     * @param string                              $state   of the project, when this was found out
     * @param array<int, array{Record, string}> $rows    that changed, with the names of their inputs, by row id
     * @param array<int, array{Record, string}> $unseen  of which only the pixels have to be looked at
     * @param array<int, int>                     $numbers of all rows that are made, by row id
     * @param array<int, string>                  $clashes names that files of several rows would have, by number
     */
    public function __construct(
        public string $state,
        public array $rows,
        public array $unseen,
        public array $numbers,
        public array $clashes = [],
    ) {
    }

    /** With one row before all others. */
    public function first(int $number): self
    {
        $one = $this->only($number);

        return new self($this->state, $one->rows + $this->rows, $one->unseen + $this->unseen, $this->numbers, $this->clashes);
    }

    /** Only that row. */
    public function only(int $number): self
    {
        $only = static fn (array $rows): array => array_filter($rows, static fn (array $one): bool => $one[0]->number === $number);

        return new self($this->state, $only($this->rows), $only($this->unseen), $this->numbers, $this->clashes);
    }

    public function count(): int
    {
        return \count($this->rows) + \count($this->unseen);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Import\RawGrid;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Data\TableError;
use Morphea\Core\Data\TableSense;

/** Which lines of a file are the table, as found or as somebody corrected it. */
final readonly class ImportChoice
{
    private function __construct(public RawGrid $grid, public TableSense $sense, public int $headings, public bool $withTotals)
    {
    }

    /** @param int|null $headings line with the headings, from 0; null for the one found */
    public static function of(RawGrid $grid, ?int $headings, bool $withTotals): self
    {
        $sense = TableSense::of($grid->lines);

        return new self($grid, $sense, max(0, min(\count($grid->lines) - 1, $headings ?? $sense->headings)), $withTotals);
    }

    /** @throws TableError */
    public function table(TableBuilder $builder): Table
    {
        $last = $this->withTotals || [] === $this->sense->totals ? \count($this->grid->lines) - 1 : $this->sense->last;
        $table = $builder->build(\array_slice($this->grid->lines, $this->headings, $last - $this->headings + 1));
        $notices = [...$table->notices, ...$this->grid->notices];
        if (1 === \count($table->columns) && null !== $this->grid->delimiter) {
            $notices[] = 'Only one column was found. If there should be more, say what stands between the cells.';
        }

        return new Table($table->columns, $table->cells, $notices);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\RawGrid;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableSense;
use Morphea\Core\Table\Kinds\ColumnKind;

/** Which lines of a file are the table, as detected or as corrected. */
final readonly class ImportChoice
{
    /** Letters of a heading, at most; and lines that are offered as one. */
    private const LONGEST_HEADING = 40;
    private const SHOWN = 6;

    /** @param array<int, array{ColumnKind|null, bool|null}> $kinds said, with whether dates have the month first, by place */
    private function __construct(
        public RawGrid $grid,
        public TableSense $sense,
        public int $headings,
        public bool $withTotals,
        private array $kinds,
    ) {
    }

    /**
     * @param int|null                                $headings line with the headings, from 0; -1 where the first line is a row; null
     *     for the one found
     * @param array<int, array{ColumnKind|null, bool|null}> $kinds    said, with whether dates have the month first, by place of the column
     */
    public static function of(RawGrid $grid, ?int $headings, bool $withTotals, array $kinds = []): self
    {
        $sense = TableSense::of($grid->lines);

        return new self(
            $grid,
            $sense,
            max(-1, min(\count($grid->lines) - 1, $headings ?? self::found($grid, $sense))),
            $withTotals,
            $kinds,
        );
    }

    /** A pasted column of sentences has no heading that could be detected. */
    private static function found(RawGrid $grid, TableSense $sense): int
    {
        $first = trim($grid->lines[$sense->headings][0] ?? '');
        $isColumn = 1 === max([1, ...array_map(\count(...), $grid->lines)]);

        return $isColumn && (mb_strlen($first) > self::LONGEST_HEADING || 1 === preg_match('/[.!?]$/u', $first)) ? -1 : $sense->headings;
    }

    /** @return array<int, string> the first lines as they could be headings, by their number from 0 */
    public function candidates(): array
    {
        $lines = \array_slice($this->grid->lines, 0, max(self::SHOWN, $this->headings + 1), true);

        return array_map(
            static fn (array $cells): string => mb_strimwidth(
                implode(', ', array_filter($cells, static fn (string $cell): bool => '' !== trim($cell))),
                0,
                60,
                '…',
                'UTF-8',
            ),
            $lines,
        );
    }

    /** Corrections of lines and columns apply to one sheet only, with or without its hidden parts. */
    public static function said(RawGrid $grid, bool $withoutHidden): string
    {
        return ($withoutHidden ? 'shown of ' : 'all of ') . $grid->sheet;
    }

    /**
     * With the chosen kinds, and the order of day and month if it was chosen or the dates settle it.
     *
     * @throws TableException
     */
    public function table(TableBuilder $builder, ColumnKinds $kinds): FileTable
    {
        $last = $this->withTotals || [] === $this->sense->totals ? \count($this->grid->lines) - 1 : $this->sense->last;
        $table = $builder->build([
            ...$this->headings < 0 ? [$this->named()] : [],
            ...\array_slice($this->grid->lines, max(0, $this->headings), $last - max(0, $this->headings) + 1),
        ]);
        $notices = [...$table->notices, ...$this->grid->notices];
        if (1 === \count($table->columns) && null !== $this->grid->delimiter) {
            $notices[] = new Message('import.table.one_column');
        }

        $columns = array_map(function (Column $column) use ($table, $kinds): Column {
            [$kind, $monthFirst] = $this->kinds[$column->index] ?? [null, null];

            return $column->ofKind($kind, $monthFirst ?? $kinds->monthFirst(array_column($table->cells, $column->index)));
        }, $table->columns);

        return new FileTable($columns, $table->cells, $notices);
    }

    /** @return list<string> headings where the file has none */
    private function named(): array
    {
        $width = max([1, ...array_map(\count(...), $this->grid->lines)]);

        return array_map(static fn (int $i): string => 'Column ' . Column::letterAt($i), range(0, $width - 1));
    }
}

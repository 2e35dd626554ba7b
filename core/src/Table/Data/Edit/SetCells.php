<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;

/** Gives cells other words: typed, pasted, filled down or replaced. Rows that are not there yet are added at the end. */
final readonly class SetCells implements TableEdit
{
    public const MOST_LETTERS = 32_767;

    /**
     * @param array<int, array<string, string>> $cells by row id and column key
     * @param list<array<string, string>>       $new   rows to be added, by column key
     */
    public function __construct(private array $cells, private array $new = [], private string $what = '')
    {
    }

    public function apply(Table $table): Table
    {
        $rows = array_map(
            fn (Row $row): Row => isset($this->cells[$row->id])
                ? $row->with($this->changed($table, $row->cells, $this->cells[$row->id]))
                : $row,
            $table->rows,
        );
        $id = $table->nextId();
        foreach ($this->new as $cells) {
            $rows[] = new Row($id++, $this->changed($table, array_fill(0, \count($table->columns), ''), $cells));
        }
        if (\count($rows) > Table::MAX_ROWS) {
            throw new TableException(\sprintf('The table would have more than %s rows.', number_format(Table::MAX_ROWS)));
        }

        return $table->withRows($rows);
    }

    public function says(): string
    {
        $count = array_sum(array_map(\count(...), $this->cells)) + array_sum(array_map(\count(...), $this->new));

        return '' !== $this->what ? $this->what : (1 === $count ? '1 cell changed' : number_format($count) . ' cells changed');
    }

    /**
     * @param list<string>          $cells
     * @param array<string, string> $changes
     *
     * @return list<string>
     */
    private function changed(Table $table, array $cells, array $changes): array
    {
        foreach ($changes as $key => $value) {
            $column = $table->column((string) $key);
            if (null !== $column->recipe) {
                throw new TableException(
                    "“{$column->heading}” is made by a recipe. Change the recipe, or turn it into plain values first.",
                );
            }
            if (mb_strlen($value) > self::MOST_LETTERS) {
                throw new TableException(
                    \sprintf(
                        'A cell holds up to %s letters; this has %s.',
                        number_format(self::MOST_LETTERS),
                        number_format(mb_strlen($value)),
                    ),
                );
            }
            if (!mb_check_encoding($value, 'UTF-8')) {
                throw new TableException('The cells hold bytes that are no readable text.');
            }
            $cells[$column->index] = $value;
        }

        return array_values($cells);
    }
}

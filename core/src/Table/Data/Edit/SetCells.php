<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;

/** Sets cells: typed, pasted, filled down or replaced. Rows that do not exist yet are added at the end. */
final readonly class SetCells implements TableEdit
{
    public const MOST_LETTERS = 32_767;

    /**
     * @param array<int, array<string, string>> $cells by row id and column key
     * @param list<array<string, string>>       $new   rows to be added, by column key
     * @param string                            $did   how it came about, by the name of its sentence in `table.did`
     * @param array<string, string>             $slots what stands in that besides the number of cells
     */
    public function __construct(private array $cells, private array $new = [], private string $did = 'changed', private array $slots = [])
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
            throw new TableException(new Message('table.error.too_many_rows', ['most' => Table::MAX_ROWS]));
        }

        return $table->withRows($rows);
    }

    public function says(): Message
    {
        $count = array_sum(array_map(\count(...), $this->cells)) + array_sum(array_map(\count(...), $this->new));

        return new Message("table.did.$this->did", ['count' => $count] + $this->slots);
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
                throw new TableException(new Message('table.error.computed', ['heading' => $column->heading]));
            }
            if (mb_strlen($value) > self::MOST_LETTERS) {
                throw new TableException(new Message('table.error.long_cell', [
                    'most' => self::MOST_LETTERS,
                    'count' => mb_strlen($value),
                ]));
            }
            if (!mb_check_encoding($value, 'UTF-8')) {
                throw new TableException(new Message('table.error.cell_bytes'));
            }
            $cells[$column->index] = $value;
        }

        return array_values($cells);
    }
}

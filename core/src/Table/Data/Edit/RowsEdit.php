<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;

/** Changes whole rows: deletes, moves, leaves out, includes or accepts them. */
final readonly class RowsEdit implements TableEdit
{
    /** @param non-empty-list<int> $ids */
    private function __construct(private string $what, private array $ids, private ?int $before = null)
    {
    }

    /** @param non-empty-list<int> $ids */
    public static function remove(array $ids): self
    {
        return new self('deleted', $ids);
    }

    /**
     * @param non-empty-list<int> $ids
     * @param int|null            $before the row they come to stand over; null for the end
     */
    public static function move(array $ids, ?int $before): self
    {
        return new self('moved', $ids, $before);
    }

    /** @param non-empty-list<int> $ids */
    public static function switch(array $ids, bool $off): self
    {
        return new self($off ? 'left_out' : 'included', $ids);
    }

    /** @param non-empty-list<int> $ids */
    public static function accept(array $ids): self
    {
        return new self('accepted', $ids);
    }

    public function apply(Table $table): Table
    {
        $picked = array_fill_keys($this->ids, true);
        $mine = array_values(array_filter($table->rows, static fn (Row $row): bool => isset($picked[$row->id])));
        if ([] === $mine) {
            throw new TableException(new Message('table.error.rows_gone'));
        }
        $others = array_values(array_filter($table->rows, static fn (Row $row): bool => !isset($picked[$row->id])));

        return match ($this->what) {
            'deleted' => $table->withRows($others),
            'moved' => $table->withRows($this->moved($others, $mine)),
            default => $table->withRows(
                array_map(
                    fn (Row $row): Row => isset($picked[$row->id])
                        ? new Row(
                            $row->id,
                            $row->cells,
                            'accepted' === $this->what ? $row->off : 'left_out' === $this->what,
                            'accepted' === $this->what ? false : $row->draft,
                        )
                        : $row,
                    $table->rows,
                ),
            ),
        };
    }

    public function says(): Message
    {
        return new Message("table.did.$this->what", ['count' => \count($this->ids)]);
    }

    /**
     * @param list<Row> $others
     * @param list<Row> $mine
     *
     * @return list<Row>
     */
    private function moved(array $others, array $mine): array
    {
        foreach ($others as $i => $row) {
            if ($row->id === $this->before) {
                return [...\array_slice($others, 0, $i), ...$mine, ...\array_slice($others, $i)];
            }
        }

        return [...$others, ...$mine];
    }
}

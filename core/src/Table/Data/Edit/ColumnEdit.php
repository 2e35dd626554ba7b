<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\Recipe;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Kinds\ColumnKind;

/**
 * Changes one column: renames it (links use its key, which stays), moves or deletes it, sets its kind, gives it a recipe
 * or turns the recipe's results into plain values.
 */
final readonly class ColumnEdit implements TableEdit
{
    /** @param \Closure(Table, Column): Table $change */
    private function __construct(private string $key, private \Closure $change, private Message $says)
    {
    }

    public static function rename(string $key, string $heading): self
    {
        return new self(
            $key,
            static function (Table $table, Column $column) use ($heading): Table {
                $heading = trim((string) preg_replace('/\s+/u', ' ', $heading));
                if ('' === $heading) {
                    throw new TableException(new Message('table.error.no_heading'));
                }
                $others = array_map(
                    static fn (Column $one): string => $one->heading,
                    array_filter($table->columns, static fn (Column $one): bool => $one !== $column),
                );

                return self::replaced(
                    $table,
                    $column,
                    $column->called(TableBuilder::freeHeading(mb_substr($heading, 0, 120), array_values($others))),
                );
            },
            new Message('table.did.column_renamed', ['heading' => $heading]),
        );
    }

    public static function kind(string $key, ?ColumnKind $kind, ?bool $monthFirst = null): self
    {
        return new self(
            $key,
            static fn (Table $table, Column $column): Table => self::replaced(
                $table,
                $column,
                $column->ofKind($kind, $monthFirst),
            ),
            new Message('table.did.column_kind'),
        );
    }

    public static function recipe(string $key, Recipe $recipe): self
    {
        return new self(
            $key,
            static function (Table $table, Column $column) use ($recipe): Table {
                $table = self::replaced($table, $column, $column->made($recipe));
                RecipeRunner::order($table);

                return $table;
            },
            new Message('table.did.recipe'),
        );
    }

    /** Keeps the current values and removes the recipe. */
    public static function plain(string $key): self
    {
        return new self(
            $key,
            static fn (Table $table, Column $column): Table => self::replaced($table, $column, $column->made(null)),
            new Message('table.did.values'),
        );
    }

    /** @param int $to place from 0 */
    public static function move(string $key, int $to): self
    {
        return new self(
            $key,
            static function (Table $table, Column $column) use ($to): Table {
                $order = array_keys($table->columns);
                array_splice($order, $column->index, 1);
                array_splice($order, max(0, min(\count($order), $to)), 0, [$column->index]);

                return self::arranged($table, $order);
            },
            new Message('table.did.column_moved'),
        );
    }

    public static function remove(string $key): self
    {
        return new self(
            $key,
            static function (Table $table, Column $column): Table {
                foreach ($table->columns as $other) {
                    if (
                        null !== $other->recipe &&
                        $other !== $column &&
                        \in_array($column->key, $other->recipe->columns(), true)
                    ) {
                        throw new TableException(new Message('table.error.column_used', [
                            'other' => $other->heading,
                            'heading' => $column->heading,
                        ]));
                    }
                }
                if (1 === \count($table->columns)) {
                    throw new TableException(new Message('table.error.last_column'));
                }

                return self::arranged($table, array_values(array_diff(array_keys($table->columns), [$column->index])));
            },
            new Message('table.did.column_deleted'),
        );
    }

    public function apply(Table $table): Table
    {
        return ($this->change)($table, $table->column($this->key));
    }

    public function says(): Message
    {
        return $this->says;
    }

    private static function replaced(Table $table, Column $old, Column $new): Table
    {
        return $table->withColumns(
            array_map(static fn (Column $column): Column => $column === $old ? $new : $column, $table->columns),
        );
    }

    /** @param list<int> $order places of the columns that stay, as they are to stand */
    private static function arranged(Table $table, array $order): Table
    {
        $rows = array_map(
            static fn (Row $row): Row => $row->with(
                array_map(static fn (int $place): string => $row->cells[$place], $order),
            ),
            $table->rows,
        );

        return $table
            ->withRows($rows)
            ->withColumns(array_map(static fn (int $place): Column => $table->columns[$place], $order));
    }
}

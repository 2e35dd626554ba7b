<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Naming\PictureNames;

/** Runs the recipes of a table in the order of their dependencies, with what they need from outside the table. */
final readonly class RecipeRunner
{
    public CellReader $reader;

    public function __construct(public string $locale, public PictureNames $pictures)
    {
        $this->reader = new CellReader($locale);
    }

    /** @throws TableException when recipes go round in a circle */
    public function cook(Table $table): Table
    {
        foreach (self::order($table) as $column) {
            if (null === $column->recipe) {
                continue;
            }
            $missing = array_values(
                array_filter($column->recipe->columns(), static fn (string $key): bool => !$table->has($key)),
            );
            $cells = [] === $missing ? $column->recipe->make($table, $this) : array_fill(0, \count($table->rows), '');
            $place = $table->place($column->key);
            $rows = [];
            foreach ($table->rows as $i => $row) {
                if ($row->cells[$place] === $cells[$i]) {
                    $rows[] = $row;
                } else {
                    $changed = $row->cells;
                    $changed[$place] = $cells[$i];
                    $rows[] = $row->with(array_values($changed));
                }
            }
            $table = $table->withRows($rows);
        }

        return $table;
    }

    /**
     * The cells one recipe would give, for a preview.
     *
     * @return list<string>
     */
    public function taste(Table $table, Recipe $recipe): array
    {
        return $recipe->make($table, $this);
    }

    /**
     * @return list<Column> those without recipe first, then each after those it reads
     *
     * @throws TableException
     */
    public static function order(Table $table): array
    {
        $done = [];
        $open = [];
        foreach ($table->columns as $column) {
            null === $column->recipe ? ($done[$column->key] = $column) : ($open[$column->key] = $column);
        }
        while ([] !== $open) {
            $ready = array_filter(
                $open,
                static fn (Column $column): bool => null !== $column->recipe &&
                    [] === array_intersect($column->recipe->columns(), array_keys($open)),
            );
            if ([] === $ready) {
                throw new TableException(new Message('table.error.circle', ['columns' => array_values(array_map(
                    static fn (Column $column): string => "“{$column->heading}”",
                    $open,
                ))]));
            }
            $done += $ready;
            $open = array_diff_key($open, $ready);
        }

        return array_values($done);
    }

    /**
     * Work on a column that depends on one cell at a time; each different cell is computed once.
     *
     * @param \Closure(string): string $change
     *
     * @return list<string>
     */
    public static function each(Table $table, string $key, \Closure $change): array
    {
        $known = [];
        $place = $table->place($key);

        return array_map(static function (Row $row) use (&$known, $place, $change): string {
            $cell = $row->cells[$place];

            return $known[$cell] ??= $change($cell);
        }, $table->rows);
    }
}

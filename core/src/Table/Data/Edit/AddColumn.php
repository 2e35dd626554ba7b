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

/** Adds a column after another one or at the end, empty or with a recipe. */
final readonly class AddColumn implements TableEdit
{
    public function __construct(private string $heading, private ?string $behind = null, private ?Recipe $recipe = null)
    {
    }

    public function apply(Table $table): Table
    {
        $heading = TableBuilder::freeHeading(
            '' === trim($this->heading) ? 'Column' : trim($this->heading),
            array_map(static fn (Column $column): string => $column->heading, $table->columns),
        );
        $key = TableBuilder::freeKey(
            TableBuilder::key($heading, Column::letterAt(\count($table->columns))),
            array_map(static fn (Column $column): string => $column->key, $table->columns),
        );
        $at = null === $this->behind ? \count($table->columns) : $table->place($this->behind) + 1;
        $columns = [
            ...\array_slice($table->columns, 0, $at),
            new Column($at, $key, $heading, recipe: $this->recipe),
            ...\array_slice($table->columns, $at),
        ];
        $rows = array_map(
            static fn (Row $row): Row => $row->with([
                ...\array_slice($row->cells, 0, $at),
                '',
                ...\array_slice($row->cells, $at),
            ]),
            $table->rows,
        );
        $new = $table->withRows($rows)->withColumns($columns);
        RecipeRunner::order($new);

        return $new;
    }

    public function says(): Message
    {
        return new Message('table.did.column_added', ['heading' => $this->heading]);
    }
}

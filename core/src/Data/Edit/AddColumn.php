<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Edit;

use Morphea\Core\Data\Column;
use Morphea\Core\Data\Recipe\Kitchen;
use Morphea\Core\Data\Recipe\Recipe;
use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\SheetRow;
use Morphea\Core\Data\TableBuilder;

/** A new column behind another one or at the end, empty or made by a recipe. */
final readonly class AddColumn implements SheetEdit
{
    public function __construct(private string $heading, private ?string $behind = null, private ?Recipe $recipe = null)
    {
    }

    public function apply(Sheet $sheet): Sheet
    {
        $heading = TableBuilder::freeHeading(
            '' === trim($this->heading) ? 'Column' : trim($this->heading),
            array_map(static fn (Column $column): string => $column->heading, $sheet->columns),
        );
        $key = TableBuilder::freeKey(
            TableBuilder::key($heading, Column::letterAt(\count($sheet->columns))),
            array_map(static fn (Column $column): string => $column->key, $sheet->columns),
        );
        $at = null === $this->behind ? \count($sheet->columns) : $sheet->place($this->behind) + 1;
        $columns = [
            ...\array_slice($sheet->columns, 0, $at),
            new Column($at, $key, $heading, recipe: $this->recipe),
            ...\array_slice($sheet->columns, $at),
        ];
        $rows = array_map(
            static fn (SheetRow $row): SheetRow => $row->with([
                ...\array_slice($row->cells, 0, $at),
                '',
                ...\array_slice($row->cells, $at),
            ]),
            $sheet->rows,
        );
        $new = $sheet->withRows($rows)->withColumns($columns);
        Kitchen::order($new);

        return $new;
    }

    public function says(): string
    {
        return "Column “{$this->heading}” added";
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** Adds empty rows below a row or at the end, or rows with content, which may be drafts. */
final readonly class AddRows implements TableEdit
{
    /** @param list<array<string, string>> $rows by column key */
    public function __construct(private ?int $under, private array $rows, private bool $draft = false)
    {
    }

    public function apply(Table $table): Table
    {
        $id = $table->nextId();
        $new = [];
        foreach ($this->rows as $cells) {
            $row = array_fill(0, \count($table->columns), '');
            foreach ($cells as $key => $cell) {
                $row[$table->place((string) $key)] = $cell;
            }
            $new[] = new Row($id++, array_values($row), false, $this->draft);
        }
        $at = \count($table->rows);
        foreach ($table->rows as $i => $row) {
            $at = $row->id === $this->under ? $i + 1 : $at;
        }

        return $table->withRows([...\array_slice($table->rows, 0, $at), ...$new, ...\array_slice($table->rows, $at)]);
    }

    public function says(): Message
    {
        return new Message($this->draft ? 'table.did.drafted' : 'table.did.added', ['count' => \count($this->rows)]);
    }
}

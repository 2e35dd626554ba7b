<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Edit;

use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\SheetRow;

/** Adds empty rows under a row, or at the end; or rows with something in them, which may be drafts. */
final readonly class AddRows implements SheetEdit
{
    /** @param list<array<string, string>> $rows by column key */
    public function __construct(private ?int $under, private array $rows, private bool $draft = false)
    {
    }

    public function apply(Sheet $sheet): Sheet
    {
        $id = $sheet->nextId();
        $new = [];
        foreach ($this->rows as $cells) {
            $row = array_fill(0, \count($sheet->columns), '');
            foreach ($cells as $key => $cell) {
                $row[$sheet->place((string) $key)] = $cell;
            }
            $new[] = new SheetRow($id++, array_values($row), false, $this->draft);
        }
        $at = \count($sheet->rows);
        foreach ($sheet->rows as $i => $row) {
            $at = $row->id === $this->under ? $i + 1 : $at;
        }

        return $sheet->withRows([...\array_slice($sheet->rows, 0, $at), ...$new, ...\array_slice($sheet->rows, $at)]);
    }

    public function says(): string
    {
        $count = \count($this->rows);

        return $this->draft
            ? "$count " . (1 === $count ? 'row' : 'rows') . ' drafted'
            : (1 === $count
                ? '1 row added'
                : "$count rows added");
    }
}

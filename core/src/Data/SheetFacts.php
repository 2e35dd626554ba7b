<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/**
 * What a table of plain cells cannot say, as JSON beside it: keys, kinds and recipes of its columns, rows switched off,
 * drafts. Shape: {"columns": [{"key", "heading", "kind"?, "monthFirst"?, "recipe"?}], "off": [row numbers from 1],
 * "drafts": [row numbers from 1]}.
 */
final readonly class SheetFacts
{
    public static function encode(Sheet $sheet): string
    {
        $numbers = static fn (\Closure $which): array => array_map(
            static fn (int $i): int => $i + 1,
            array_keys(array_filter($sheet->rows, $which)),
        );

        return json_encode(
            [
                'columns' => SheetDiff::columns($sheet),
                'off' => $numbers(static fn (SheetRow $row): bool => $row->off),
                'drafts' => $numbers(static fn (SheetRow $row): bool => $row->draft),
            ],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRETTY_PRINT,
        );
    }

    /**
     * @param Table $table the same columns in the same order, with its headings
     *
     * @throws TableError when the two do not belong together, or a recipe does not hold
     */
    public static function decode(string $json, Table $table, string $locale): Sheet
    {
        $data = json_decode($json, true, 12);
        $records = \is_array($data) ? $data['columns'] ?? null : null;
        if (!\is_array($records) || \count($records) !== \count($table->columns)) {
            throw new TableError('it does not tell of the same columns as the rows.');
        }
        $keys = [];
        foreach (array_values($records) as $i => $record) {
            $key = \is_array($record) ? $record['key'] ?? null : null;
            if (!\is_string($key) || 1 !== preg_match('/^[a-z_][a-z0-9_]{0,119}$/', $key) || isset($keys[$key])) {
                throw new TableError(
                    \sprintf(
                        'columns[%d].key must be small Latin letters, digits and underscores, and the only one of its name.',
                        $i,
                    ),
                );
            }
            $keys[$key] = true;
            $records[$i]['heading'] = $table->columns[$i]->heading;
        }
        $sheet = Sheet::of(new Table(SheetDiff::readColumns($records, $locale), $table->cells));
        Recipe\Kitchen::order($sheet);
        $marked = static fn (string $key): array => array_flip(
            array_filter(\is_array($data[$key] ?? null) ? $data[$key] : [], is_int(...)),
        );
        [$off, $drafts] = [$marked('off'), $marked('drafts')];

        return $sheet->withRows(
            array_map(
                static fn (SheetRow $row, int $i): SheetRow => new SheetRow(
                    $row->id,
                    $row->cells,
                    isset($off[$i + 1]),
                    isset($drafts[$i + 1]),
                ),
                $sheet->rows,
                array_keys($sheet->rows),
            ),
        );
    }
}

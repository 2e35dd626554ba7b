<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\VerificationCodes;

/**
 * What a table of plain cells cannot say, as JSON beside it: keys, kinds and recipes of its columns, who its rows are,
 * rows switched off, drafts. Shape: {"columns": [{"key", "heading", "kind"?, "monthFirst"?, "recipe"?}], "ids"?: [one for
 * each row; without them 1, 2, 3 …], "off": [row numbers from 1], "drafts": [row numbers from 1]}.
 */
final readonly class TableFacts
{
    public static function encode(Table $table): string
    {
        $numbers = static fn (\Closure $which): array => array_map(
            static fn (int $i): int => $i + 1,
            array_keys(array_filter($table->rows, $which)),
        );

        $ids = array_map(static fn (Row $row): int => $row->id, $table->rows);

        return json_encode(
            [
                'columns' => TableDiff::columns(self::withoutSecrets($table)),
                ...$ids === array_keys(array_fill(1, \count($ids), true)) ? [] : ['ids' => $ids],
                'off' => $numbers(static fn (Row $row): bool => $row->off),
                'drafts' => $numbers(static fn (Row $row): bool => $row->draft),
            ],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRETTY_PRINT,
        );
    }

    /** Codes go along as they stand, and what makes them stays: by it, whoever has the file could make codes of this project. */
    private static function withoutSecrets(Table $table): Table
    {
        return $table->withColumns(array_map(
            static fn (Column $column): Column => $column->recipe instanceof VerificationCodes ? $column->made(null) : $column,
            $table->columns,
        ));
    }

    /**
     * @param FileTable $file the same columns in the same order, with its headings
     *
     * @throws TableException when the two do not belong together, or a recipe does not hold
     */
    public static function decode(string $json, FileTable $file, string $locale): Table
    {
        $data = json_decode($json, true, 12);
        $records = \is_array($data) ? $data['columns'] ?? null : null;
        if (!\is_array($records) || \count($records) !== \count($file->columns)) {
            throw new TableException(new Message('table.error.facts_columns'));
        }
        $keys = [];
        foreach (array_values($records) as $i => $record) {
            $key = \is_array($record) ? $record['key'] ?? null : null;
            if (!\is_string($key) || 1 !== preg_match('/^[a-z_][a-z0-9_]{0,119}$/', $key) || isset($keys[$key])) {
                throw new TableException(new Message('table.error.facts_key', ['number' => (string) $i]));
            }
            $keys[$key] = true;
            $records[$i]['heading'] = $file->columns[$i]->heading;
        }
        $ids = self::ids($data['ids'] ?? null, $file->count());
        $table = Table::of(
            new FileTable(TableDiff::readColumns($records, $locale), $file->cells),
            [] === $ids ? 1 : 1 + max($ids),
            $ids,
        );
        Recipe\RecipeRunner::order($table);
        $marked = static fn (string $key): array => array_flip(
            array_filter(\is_array($data[$key] ?? null) ? $data[$key] : [], is_int(...)),
        );
        [$off, $drafts] = [$marked('off'), $marked('drafts')];

        return $table->withRows(
            array_map(
                static fn (Row $row, int $i): Row => new Row(
                    $row->id,
                    $row->cells,
                    isset($off[$i + 1]),
                    isset($drafts[$i + 1]),
                ),
                $table->rows,
                array_keys($table->rows),
            ),
        );
    }

    /**
     * @return list<int> empty where they are not told
     *
     * @throws TableException
     */
    private static function ids(mixed $told, int $rows): array
    {
        if (null === $told) {
            return [];
        }
        $ids = \is_array($told)
            ? array_values(array_filter($told, static fn (mixed $id): bool => \is_int($id) && $id > 0 && $id < 2 ** 31))
            : [];
        if (\count($ids) !== $rows || \count(array_unique($ids)) !== $rows) {
            throw new TableException(new Message('table.error.facts_ids'));
        }

        return $ids;
    }
}

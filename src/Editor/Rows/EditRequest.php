<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\AddColumn;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\Edit\ColumnEdit;
use Morphea\Core\Table\Data\Edit\RowsEdit;
use Morphea\Core\Table\Data\Edit\TableEdit;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Kinds\ColumnKind;

/** Converts a request of the grid to an edit. */
final readonly class EditRequest
{
    /**
     * @param array<array-key, mixed> $data
     *
     * @throws TableException
     */
    public static function read(array $data, string $locale): TableEdit
    {
        $text = static fn (string $key): string => \is_string($data[$key] ?? null) ? $data[$key] : '';
        $number = static fn (string $key): ?int => \is_int($data[$key] ?? null) ? $data[$key] : null;

        return match ($text('op')) {
            'add' => new AddRows($number('under'), array_fill(0, max(1, min(Table::MAX_ROWS, $number('count') ?? 1)), [])),
            'remove' => RowsEdit::remove(self::ids($data)),
            'move' => RowsEdit::move(self::ids($data), $number('before')),
            'switch' => RowsEdit::switch(self::ids($data), (bool) ($data['off'] ?? false)),
            'accept' => RowsEdit::accept(self::ids($data)),
            'column-add' => new AddColumn(
                mb_substr($text('heading'), 0, 120),
                '' === $text('behind') ? null : $text('behind'),
                isset($data['recipe']) ? RecipeCodec::read($data['recipe'], $locale) : null,
            ),
            'column-rename' => ColumnEdit::rename($text('key'), $text('heading')),
            'column-move' => ColumnEdit::move($text('key'), $number('to') ?? 0),
            'column-remove' => ColumnEdit::remove($text('key')),
            'kind' => ColumnEdit::kind(
                $text('key'),
                ColumnKind::tryFrom($text('kind')),
                \is_bool($data['monthFirst'] ?? null) ? $data['monthFirst'] : null,
            ),
            'recipe' => ColumnEdit::recipe($text('key'), RecipeCodec::read($data['recipe'] ?? null, $locale)),
            'plain' => ColumnEdit::plain($text('key')),
            default => throw new TableException(new Message('table.error.unknown_edit')),
        };
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return non-empty-list<int>
     */
    private static function ids(array $data): array
    {
        $ids = array_values(array_filter(\is_array($data['ids'] ?? null) ? $data['ids'] : [], is_int(...)));

        return [] !== $ids ? $ids : throw new TableException(new Message('table.error.select_rows'));
    }

    /** @return array<int, array<string, string>> by row id and column key */
    public static function cells(mixed $cells): array
    {
        $read = [];
        foreach (\is_array($cells) ? $cells : [] as $id => $row) {
            $read[(int) $id] = self::row($row);
        }

        return $read;
    }

    /** @return list<array<string, string>> by column key */
    public static function rows(mixed $rows): array
    {
        return array_map(self::row(...), array_values(\is_array($rows) ? \array_slice($rows, 0, Table::MAX_ROWS) : []));
    }

    /** @return array<string, string> */
    private static function row(mixed $row): array
    {
        $cells = [];
        foreach (\is_array($row) ? $row : [] as $key => $cell) {
            $cells[(string) $key] = \is_scalar($cell) ? (string) $cell : '';
        }

        return $cells;
    }
}

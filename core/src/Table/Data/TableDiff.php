<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Kinds\ColumnKind;

/**
 * The difference between two states of a table, small enough to be stored for undo and redo: only the rows that changed,
 * and the order only if it changed.
 *
 * @phpstan-type Written array{cells: list<string>, off?: bool, draft?: bool}
 */
final readonly class TableDiff
{
    /**
     * @param array{columns?: array{list<array<string, mixed>>, list<array<string, mixed>>}, order?: array{list<int>,
     * list<int>}, rows: array<int, array{Written|null, Written|null}>} $data before and after
     */
    private function __construct(private array $data)
    {
    }

    public static function between(Table $before, Table $after): self
    {
        $data = ['rows' => []];
        $columns = [self::columns($before), self::columns($after)];
        if ($columns[0] !== $columns[1]) {
            $data['columns'] = $columns;
        }
        $ids = static fn (Table $table): array => array_map(static fn (Row $row): int => $row->id, $table->rows);
        $order = [$ids($before), $ids($after)];
        if ($order[0] !== $order[1]) {
            $data['order'] = $order;
        }
        $old = self::byId($before);
        $new = self::byId($after);
        foreach ($old + $new as $id => $row) {
            $pair = [$old[$id] ?? null, $new[$id] ?? null];
            if (null === $pair[0] || null === $pair[1] || !$pair[0]->is($pair[1])) {
                $data['rows'][$id] = array_map(
                    static fn (?Row $one): ?array => null === $one ? null : self::record($one),
                    $pair,
                );
            }
        }

        return new self($data);
    }

    public function isEmpty(): bool
    {
        return ['rows' => []] === $this->data;
    }

    public function changesOrder(): bool
    {
        return isset($this->data['order']) || isset($this->data['columns']);
    }

    /** @return list<int> */
    public function rowIds(): array
    {
        return array_keys($this->data['rows']);
    }

    public function back(Table $table, string $locale): Table
    {
        return $this->go($table, 0, $locale);
    }

    public function forth(Table $table, string $locale): Table
    {
        return $this->go($table, 1, $locale);
    }

    public function encode(): string
    {
        return json_encode($this->data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }

    public static function decode(string $json): self
    {
        /**
         * @var array{columns?: array{list<array<string, mixed>>, list<array<string, mixed>>}, order?: array{list<int>,
         * list<int>}, rows: array<int, array{Written|null, Written|null}>} $data
         */
        $data = json_decode($json, true, 12, \JSON_THROW_ON_ERROR);

        return new self($data);
    }

    /** @return list<array<string, mixed>> */
    public static function columns(Table $table): array
    {
        return array_map(
            static fn (Column $column): array => ['key' => $column->key, 'heading' => $column->heading] +
                array_filter(
                    [
                        'kind' => $column->kind?->value,
                        'monthFirst' => $column->monthFirst,
                        'recipe' => $column->recipe?->toArray(),
                    ],
                    static fn (mixed $value): bool => null !== $value,
                ),
            $table->columns,
        );
    }

    /**
     * @param array<array-key, mixed> $records as `columns` gives them
     *
     * @return list<Column>
     */
    public static function readColumns(array $records, string $locale): array
    {
        $columns = [];
        foreach (array_values($records) as $i => $record) {
            if (\is_array($record)) {
                $columns[] = new Column(
                    $i,
                    (string) $record['key'],
                    (string) $record['heading'],
                    ColumnKind::tryFrom((string) ($record['kind'] ?? '')),
                    isset($record['monthFirst']) ? (bool) $record['monthFirst'] : null,
                    isset($record['recipe']) ? RecipeCodec::read($record['recipe'], $locale) : null,
                );
            }
        }

        return $columns;
    }

    private function go(Table $table, int $page, string $locale): Table
    {
        $rows = self::byId($table);
        foreach ($this->data['rows'] as $id => $pair) {
            $record = $pair[$page];
            if (null === $record) {
                unset($rows[$id]);
            } else {
                $rows[$id] = new Row((int) $id, $record['cells'], $record['off'] ?? false, $record['draft'] ?? false);
            }
        }
        $order = isset($this->data['order']) ? $this->data['order'][$page] : array_keys($rows);
        $columns = isset($this->data['columns']) ? self::readColumns($this->data['columns'][$page], $locale) : $table->columns;

        return new Table($columns, array_map(static fn (int $id): Row => $rows[$id], $order), $table->nextId() - 1);
    }

    /** @return array<int, Row> */
    private static function byId(Table $table): array
    {
        return array_combine(array_map(static fn (Row $row): int => $row->id, $table->rows), $table->rows);
    }

    /** @return Written */
    private static function record(Row $row): array
    {
        return ['cells' => $row->cells] + ($row->off ? ['off' => true] : []) + ($row->draft ? ['draft' => true] : []);
    }
}

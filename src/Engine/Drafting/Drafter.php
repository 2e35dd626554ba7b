<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** Drafts rows for a table; columns with recipes are left to them. */
final readonly class Drafter
{
    private const EXAMPLES = 20;

    public function __construct(private TextService $service)
    {
    }

    /**
     * @param list<string> $themes
     *
     * @return list<array<string, string>> by column key
     *
     * @throws DraftException
     */
    public function draft(Table $table, array $themes, int $count, int $seed, string $locale): array
    {
        $columns = array_values(array_filter($table->columns, static fn (Column $column): bool => null === $column->recipe));
        $filled = array_values(
            array_filter($table->rows, static fn (Row $row): bool => !$row->draft && '' !== trim(implode('', $row->cells))),
        );
        $examples = array_map(
            static fn (Row $row): array => array_map(
                static fn (Column $column): string => $row->cells[$column->index],
                $columns,
            ),
            \array_slice($filled, -self::EXAMPLES),
        );
        $rows = $this->service->rows(
            array_map(static fn (Column $column): string => $column->heading, $columns),
            $examples,
            $themes,
            $count,
            $seed,
            $locale,
        );

        return array_map(
            static fn (array $cells): array => array_combine(
                array_map(static fn (Column $column): string => $column->key, $columns),
                $cells,
            ),
            $rows,
        );
    }
}

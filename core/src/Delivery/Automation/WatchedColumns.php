<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/**
 * What people entered in rows, limited to what pieces and emails show. Computed columns are ignored: the columns they
 * are computed from are compared instead.
 */
final readonly class WatchedColumns
{
    /**
     * @param list<string>       $columns keys of those that count, filled by people
     * @param array<string, int> $typed   places of all columns that people fill, by key
     */
    private function __construct(public array $columns, private array $typed)
    {
    }

    /** @param list<string> $used keys of the columns that are shown anywhere, computed ones among them */
    public static function of(Table $table, array $used): self
    {
        $typed = $columns = $seen = [];
        foreach ($table->columns as $column) {
            if (null === $column->recipe) {
                $typed[$column->key] = $column->index;
            }
        }
        while ([] !== $used) {
            $key = array_shift($used);
            if (isset($seen[$key]) || !$table->has($key)) {
                continue;
            }
            $seen[$key] = true;
            $recipe = $table->column($key)->recipe;
            if (null === $recipe) {
                $columns[] = $key;
            } else {
                array_push($used, ...$recipe->columns());
            }
        }

        return new self($columns, $typed);
    }

    /** @return array<string, string> prints of the cells in which something stands, by column */
    public function prints(Row $row): array
    {
        $prints = [];
        foreach ($this->typed as $key => $place) {
            $cell = trim($row->cells[$place] ?? '');
            if ('' !== $cell) {
                $prints[$key] = hash('xxh32', $cell);
            }
        }

        return $prints;
    }

    /**
     * Whether a row changed: something new was entered in a column that counts. Emptying a cell or deleting a column is
     * not a change.
     *
     * @param array<string, string> $now
     * @param array<string, string> $known
     */
    public function isChanged(array $now, array $known): bool
    {
        foreach ($this->columns as $key) {
            if (isset($now[$key]) && $now[$key] !== ($known[$key] ?? null)) {
                return true;
            }
        }

        return false;
    }
}

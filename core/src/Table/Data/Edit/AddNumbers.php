<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\CheckDigit;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Recipe\Series;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;

/**
 * Adds numbered rows without a spreadsheet: “300 from 000001 in steps of 1, with a check digit”, restarting for each
 * group. A new column counts by a recipe, which can be changed later; in an existing column the numbers are written as
 * cells.
 */
final readonly class AddNumbers implements TableEdit
{
    private const GROUP = 'Group';

    /**
     * @param string             $key    column of the numbers
     * @param array<string, int> $counts how many, by group; under '' without groups
     * @param list<string>       $others headings of columns that an empty table gets as well
     */
    private function __construct(
        private string $key,
        private string $heading,
        private Series $series,
        private array $counts,
        private array $others,
    ) {
    }

    /**
     * @param string       $column heading of the column of the numbers
     * @param string       $from   the first, as it is to be written: TW-000001
     * @param string       $groups one in a line, each with its own count if that is another: “North: 50”
     * @param list<string> $others headings of columns that an empty table gets as well, empty
     *
     * @throws TableException
     */
    public static function of(
        string $column,
        int $count,
        string $from,
        int $step,
        CheckDigit $check,
        string $groups = '',
        array $others = [],
    ): self {
        if (1 !== preg_match('/^(.*?)(\d{1,9})(\D*)$/us', trim($from), $found)) {
            throw new TableException(new Message('table.error.first_number'));
        }
        if (0 === $step) {
            throw new TableException(new Message('table.error.zero_step'));
        }
        $counts = self::counts($groups, $count);
        $total = array_sum($counts);
        if ($total < 1 || $count < 0) {
            throw new TableException(new Message('table.error.no_count'));
        }
        if ($total > Table::MAX_ROWS) {
            throw new TableException(new Message('table.error.too_many_numbers', ['count' => $total, 'most' => Table::MAX_ROWS]));
        }
        $heading = '' === trim($column) ? 'Number' : TableBuilder::cleanHeading($column);
        $series = new Series(
            (int) $found[2],
            $step,
            \strlen($found[2]),
            $found[1],
            $found[3],
            1 === \count($counts) && isset($counts['']) ? null : TableBuilder::key(self::GROUP, 'B'),
            check: $check,
        );

        return new self(TableBuilder::key($heading, 'A'), $heading, $series, $counts, $others);
    }

    public function apply(Table $table): Table
    {
        if (\count($table->rows) + array_sum($this->counts) > Table::MAX_ROWS) {
            throw new TableException(new Message('table.error.numbers_no_room', [
                'count' => \count($table->rows),
                'most' => Table::MAX_ROWS,
            ]));
        }
        $isNew = !$table->has($this->key);
        $group = $this->series->restart;
        $with = $this->with($table, $this->key, $this->heading, $isNew ? $this->series : null);
        $with = null === $group ? $with : $this->with($with, $group, self::GROUP, null);
        foreach ([] === $table->rows ? $this->others : [] as $heading) {
            $with = $this->with($with, TableBuilder::key($heading, 'A'), $heading, null);
        }
        $cells = $isNew || null !== $with->column($this->key)->recipe ? null : $this->written();
        $id = $with->nextId();
        $rows = [];
        $i = 0;
        foreach ($this->counts as $name => $count) {
            for ($n = 0; $n < $count; ++$n) {
                $row = array_fill(0, \count($with->columns), '');
                if (null !== $group) {
                    $row[$with->place($group)] = (string) $name;
                }
                if (null !== $cells) {
                    $row[$with->place($this->key)] = $cells[$i];
                }
                $rows[] = new Row($id++, array_values($row));
                ++$i;
            }
        }
        $new = $with->withRows([...$with->rows, ...$rows]);
        RecipeRunner::order($new);

        return $new;
    }

    public function says(): Message
    {
        return new Message('table.did.numbered', ['count' => array_sum($this->counts)]);
    }

    /** @return array<string, int> */
    private static function counts(string $groups, int $count): array
    {
        $counts = [];
        foreach (preg_split('/\R/u', $groups) ?: [] as $line) {
            $own = 1 === preg_match('/^(.+?)\s*:\s*(\d{1,7})\s*$/u', $line, $found);
            $name = trim($own ? $found[1] : $line);
            if ('' !== $name) {
                $counts[$name] = ($counts[$name] ?? 0) + ($own ? (int) $found[2] : $count);
            }
        }

        return [] === $counts ? ['' => $count] : $counts;
    }

    private function with(Table $table, string $key, string $heading, ?Series $series): Table
    {
        if ($table->has($key)) {
            return $table;
        }
        $columns = [...$table->columns, new Column(\count($table->columns), $key, $heading, recipe: $series)];
        $rows = array_map(static fn (Row $row): Row => $row->with([...$row->cells, '']), $table->rows);

        return $table->withRows($rows)->withColumns($columns);
    }

    /** @return list<string> all numbers, in order */
    private function written(): array
    {
        $numbers = [];
        foreach ($this->counts as $count) {
            for ($n = 0; $n < $count; ++$n) {
                $numbers[] = $this->series->written($this->series->start + $n * $this->series->step);
            }
        }

        return $numbers;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WholeSet;

/**
 * The stored warnings of a project's rows: a row whose inputs are unchanged is not checked again. Its severity follows
 * from them, from the checks over all rows, and from what people accepted.
 *
 * @phpstan-import-type Facts from WholeSet
 */
final readonly class ProofTable
{
    /** The values of a column to choose from. */
    public function __construct(
        private Connection $connection,
        private TouchUpStore $hands,
        private TableRows $rows,
        private RunHistory $since,
        private Dialect $dialect
    ) {
    }

    /**
     * @return array{all: int, rank: array<int, int>, kinds: array<string, int>, layers: array<string, int>, accepted: int} rows
     *   of each
     */
    public function counts(Project $project): array
    {
        $counts = ['all' => 0, 'rank' => [], 'kinds' => [], 'layers' => [], 'accepted' => 0];
        $rows = $this->connection->iterateNumeric(
            'SELECT bad, kinds, layers, COUNT(*), COUNT(*) FILTER (WHERE accepted > 0) FROM proof
                WHERE project_id = ? GROUP BY bad, kinds, layers',
            [$project->id()],
        );
        foreach ($rows as [$bad, $kinds, $layers, $count, $accepted]) {
            $counts['all'] += (int) $count;
            $counts['accepted'] += (int) $accepted;
            $counts['rank'][(int) $bad] = ($counts['rank'][(int) $bad] ?? 0) + (int) $count;
            foreach (['kinds' => $kinds, 'layers' => $layers] as $what => $words) {
                foreach (array_filter(explode(' ', (string) $words)) as $word) {
                    $counts[$what][$word] = ($counts[$what][$word] ?? 0) + (int) $count;
                }
            }
        }
        arsort($counts['kinds']);
        arsort($counts['layers']);

        return $counts;
    }

    /** @return list<RowWarnings> */
    public function page(Project $project, LightTableFilter $sieve, int $from, int $count): array
    {
        if (null !== $sieve->by) {
            $numbers = \array_slice($this->numbers($project, $sieve), $from, $count);
            $found = array_column($this->among($project, $numbers), null, 'number');

            return array_values(array_filter(array_map(static fn (int $number): ?RowWarnings => $found[$number] ?? null, $numbers)));
        }
        [$where, $values] = $this->where($project, $sieve);

        return $this->read($project, $where, $values, "{$sieve->order()} LIMIT $count OFFSET $from");
    }

    /** The warnings of one row. */
    public function find(Project $project, int $number): ?RowWarnings
    {
        return $this->read($project, 'number = ?', [$number], 'number LIMIT 1')[0] ?? null;
    }

    /**
     * How each placeholder comes out in each row.
     *
     * @return iterable<int, Facts> by row number
     */
    public function allFacts(Project $project): iterable
    {
        $rows = $this->connection->iterateNumeric(
            'SELECT number, facts FROM proof WHERE project_id = ? ORDER BY number',
            [$project->id()],
        );
        foreach ($rows as [$number, $facts]) {
            yield (int) $number => ProofCodec::facts((string) $facts);
        }
    }

    /**
     * Rows with warnings, by kind and, if given, layer; accepted or not.
     *
     * @return array<int, array<string, string>> what their layers show, by row id and layer
     */
    public function with(Project $project, string $kind, string $layer): array
    {
        $rows = [];
        foreach ($this->read($project, 'kinds LIKE ?', ["% $kind %"], 'number', $all) as $i => $found) {
            foreach ($found->open as $warning) {
                if ($warning->kind->value === $kind && $warning->layer === $layer) {
                    $rows[$found->rowId] = $all[$i];
                }
            }
        }

        return $rows;
    }

    /** The number of pieces with touch-ups. */
    public function countTouched(Project $project): int
    {
        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM proof WHERE project_id = ? AND {$this->dialect->among('row_id')}",
            [$project->id(), json_encode($this->hands->touched($project), \JSON_THROW_ON_ERROR)],
        );
    }

    /**
     * @param list<int> $numbers
     *
     * @return list<array{RowWarnings, array<string, string>}> with names for what their layers show
     */
    public function some(Project $project, array $numbers): array
    {
        $found = $this->among($project, $numbers, $shown);

        return array_map(static fn (RowWarnings $one, array $layers): array => [$one, $layers], $found, $shown);
    }

    /** @return array<int, Warning> the worst of each row that is to be looked at, by its number */
    public function worst(Project $project): array
    {
        $worst = [];
        foreach ($this->read($project, 'bad > 0', [], 'number') as $found) {
            $worst[$found->number] = $found->open[0];
        }

        return $worst;
    }

    /** @return iterable<int, list<Warning>> what is open, by row number */
    public function open(Project $project): iterable
    {
        foreach ($this->read($project, '1 = 1', [], 'number') as $found) {
            yield $found->number => $found->open;
        }
    }

    /** The next row to check after a given one, starting again at the first; null if there is no other. */
    public function nextWith(Project $project, int $number): ?int
    {
        $next = $this->connection->fetchOne(
            'SELECT number FROM proof WHERE project_id = ? AND bad > 0 AND number <> ? ORDER BY number < ?, number LIMIT 1',
            [$project->id(), $number, $number],
        );

        return false === $next ? null : (int) $next;
    }

    /** The neighbour of a row on the light table; null at the ends. */
    public function beside(Project $project, LightTableFilter $sieve, int $number, int $by): ?int
    {
        $numbers = $this->numbers($project, $sieve);
        $at = array_search($number, $numbers, true);

        return false === $at ? null : $numbers[$at + $by] ?? null;
    }

    /** @return list<int> of all rows that are shown, in order */
    public function numbers(Project $project, LightTableFilter $sieve): array
    {
        [$where, $values] = $this->where($project, $sieve);

        $numbers = array_map(intval(...), $this->connection->fetchAllKeyValue(
            "SELECT row_id, number FROM proof WHERE project_id = ? AND $where ORDER BY {$sieve->order()}",
            [$project->id(), ...$values],
        ));
        if (null === $sieve->by) {
            return array_values($numbers);
        }
        $order = array_filter($this->rows->orderedBy($project, $sieve->by), static fn (int $row): bool => isset($numbers[$row]));

        return array_map(static fn (int $row): int => $numbers[$row], array_values($order));
    }

    public function count(Project $project, LightTableFilter $sieve): int
    {
        [$where, $values] = $this->where($project, $sieve);

        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM proof WHERE project_id = ? AND $where",
            [$project->id(), ...$values],
        );
    }

    /** @return array{string, list<int|float|string>} a condition, and its values */
    private function where(Project $project, LightTableFilter $sieve): array
    {
        return $sieve->sql(
            $this->dialect,
            match ($sieve->show) {
                LightTableFilter::CHANGED => $this->since->changedSince($project) ?? [],
                LightTableFilter::TOUCHED => $this->hands->touched($project),
                default => [],
            },
            null === $sieve->column ? [] : $this->rows->with($project, $sieve->column, $sieve->value),
        );
    }

    /** @return array{int, int, int} how many rows were looked at, look wrong, and are to be looked at */
    public function totals(Project $project): array
    {
        [$looked, $bad, $eyes] = array_map(intval(...), (array) $this->connection->fetchNumeric(
            'SELECT COUNT(*), COUNT(*) FILTER (WHERE bad > 2), COUNT(*) FILTER (WHERE bad > 0) FROM proof WHERE project_id = ?',
            [$project->id()],
        ));

        return [$looked, $bad, $eyes];
    }

    /**
     * @param list<int>                              $numbers
     * @param array<int, array<string, string>>|null $shown names for what the layers show, of each
     *
     * @param-out list<array<string, string>> $shown
     *
     * @return list<RowWarnings>
     */
    private function among(Project $project, array $numbers, ?array &$shown = null): array
    {
        $in = $this->dialect->among('number');

        return $this->read($project, $in, [json_encode($numbers, \JSON_THROW_ON_ERROR)], 'number', $shown);
    }

    /**
     * @param list<int|float|string>                $values
     * @param array<int, array<string, string>>|null $shown names for what the layers show, of each
     *
     * @param-out list<array<string, string>> $shown
     *
     * @return list<RowWarnings>
     */
    private function read(Project $project, string $where, array $values, string $order, ?array &$shown = null): array
    {
        $found = $shown = [];
        $rows = $this->connection->iterateAssociative(
            'SELECT ' . ProofCodec::FOUND . " FROM proof WHERE project_id = ? AND $where ORDER BY $order",
            [$project->id(), ...$values],
        );
        foreach ($rows as $row) {
            $found[] = ProofCodec::found($row, $this->hands->find($project, (int) $row['row_id']));
            $shown[] = ProofCodec::shown((string) $row['facts']);
        }

        return $found;
    }
}

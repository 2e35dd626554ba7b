<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\HandStore;
use Morphea\Core\Checks\Finding;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Table\Data\Column;

/**
 * What was found about the rows of a project, kept: a row whose inputs are still the same is not looked at again. How bad
 * each is follows from that, from what all rows together show, and from what people took as it is.
 *
 * @phpstan-import-type Facts from WholeSet
 */
final readonly class ProofTable
{
    /** Values of a column that can be chosen. */
    private const VALUES = 60;
    private const FOUND = 'row_id, number, inputs, findings, pixels, together, facts';

    public function __construct(
        private Connection $connection,
        private HandStore $hands,
        private SinceRun $since,
        private Dialect $dialect
    ) {
    }

    /** @return array<int, array{inputs: string, number: int, seen: bool}> by row id; `seen` where its pixels were looked at */
    public function known(Project $project): array
    {
        $known = [];
        $rows = $this->connection->iterateNumeric(
            'SELECT row_id, inputs, number, pixels IS NOT NULL FROM proof WHERE project_id = ?',
            [$project->id()],
        );
        foreach ($rows as $row) {
            $known[(int) $row[0]] = ['inputs' => (string) $row[1], 'number' => (int) $row[2], 'seen' => (bool) $row[3]];
        }

        return $known;
    }

    /**
     * What the layout tells of rows, judged at once, so that none stands there as in order that is not; what all together
     * show comes with `settle`.
     *
     * @param list<Looked> $rows
     */
    public function keep(Project $project, array $rows): void
    {
        $this->connection->transactional(function () use ($project, $rows): void {
            $this->dialect->hold($project->id());
            foreach ($rows as $row) {
                $found = Found::of($row->rowId, $row->number, $row->findings, $row->values, $this->hands->of($project, $row->rowId));
                $this->connection->executeStatement(
                    'INSERT INTO proof (project_id, row_id, number, inputs, findings, facts, bad, kinds, layers, accepted)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        ON CONFLICT (project_id, row_id) DO UPDATE SET number = excluded.number, inputs = excluded.inputs,
                            findings = excluded.findings, facts = excluded.facts, bad = excluded.bad, kinds = excluded.kinds,
                            layers = excluded.layers, accepted = excluded.accepted, pixels = NULL',
                    [
                        ...[$project->id(), $row->rowId, $row->number, $row->inputs, self::json($row->findings)],
                        self::encode(['values' => $row->values] + $row->facts),
                        ...self::judgement($found),
                    ],
                );
            }
        });
    }

    /**
     * What the pixels of a row tell, if it is still the one that was looked at.
     *
     * @param list<Finding> $findings
     * @param array<string, float> $contrasts as they were measured, by layer
     */
    public function seen(Project $project, int $row, string $inputs, array $findings, array $contrasts): void
    {
        $facts = $this->connection->fetchOne(
            'SELECT facts FROM proof WHERE project_id = ? AND row_id = ? AND inputs = ?',
            [$project->id(), $row, $inputs],
        );
        if (!\is_string($facts)) {
            return;
        }
        $facts = self::facts($facts);
        foreach ($contrasts as $layer => $contrast) {
            if (isset($facts['texts'][$layer])) {
                $facts['texts'][$layer]['contrast'] = round($contrast, 2);
            }
        }
        $this->connection->executeStatement(
            'UPDATE proof SET pixels = ?, facts = ? WHERE project_id = ? AND row_id = ? AND inputs = ?',
            [self::json($findings), self::encode($facts), $project->id(), $row, $inputs],
        );
    }

    /** Rows that stand elsewhere by now, and those that are gone; then what all together show, and with it how bad each is. */
    public function settle(Project $project, Waiting $waiting): void
    {
        $numbers = $waiting->numbers;
        $this->connection->transactional(function () use ($project, $numbers): void {
            $this->dialect->hold($project->id());
            foreach ($this->known($project) as $id => ['number' => $number]) {
                if (!isset($numbers[$id])) {
                    $this->connection->executeStatement('DELETE FROM proof WHERE project_id = ? AND row_id = ?', [$project->id(), $id]);
                } elseif ($numbers[$id] !== $number) {
                    $this->connection->executeStatement(
                        'UPDATE proof SET number = ? WHERE project_id = ? AND row_id = ?',
                        [$numbers[$id], $project->id(), $id],
                    );
                }
            }
        });
        $this->judge($project, $waiting->clashes);
    }

    /**
     * Rows that are to be looked at again: until then, what is known of them is of something that was.
     *
     * @param list<int> $rows ids
     */
    public function outdated(Project $project, array $rows): void
    {
        $this->connection->executeStatement(
            "UPDATE proof SET inputs = '' WHERE project_id = ? AND {$this->dialect->among('row_id')}",
            [$project->id(), json_encode($rows, \JSON_THROW_ON_ERROR)],
        );
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

    /** @return list<Found> */
    public function page(Project $project, Sieve $sieve, int $from, int $count): array
    {
        [$where, $values] = $this->where($project, $sieve);

        return $this->read($project, $where, $values, "{$sieve->order($this->dialect)} LIMIT $count OFFSET $from");
    }

    /** What was found about one row. */
    public function of(Project $project, int $number): ?Found
    {
        return $this->read($project, 'number = ?', [$number], 'number LIMIT 1')[0] ?? null;
    }

    /**
     * How each placeholder came out in each row.
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
            yield (int) $number => self::facts((string) $facts);
        }
    }

    /**
     * Rows that something was found about, by kind and, where it is said, layer; accepted or not.
     *
     * @return array<int, array<string, string>> what their layers show, by row id and layer
     */
    public function with(Project $project, string $kind, string $layer): array
    {
        $rows = [];
        foreach ($this->read($project, 'kinds LIKE ?', ["% $kind %"], 'number', $all) as $i => $found) {
            foreach ($found->open as $finding) {
                if ($finding->kind->value === $kind && $finding->layer === $layer) {
                    $rows[$found->rowId] = $all[$i];
                }
            }
        }

        return $rows;
    }

    /** How many pieces are touched up. */
    public function countTouched(Project $project): int
    {
        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM proof p JOIN hand_work h ON h.project_id = p.project_id AND h.row_id = p.row_id
                WHERE p.project_id = ? AND {$this->dialect->json('h.work', 'touch')} IS NOT NULL",
            [$project->id()],
        );
    }

    /** @return array<string, int> how many rows have each value of a column, the most frequent first */
    public function values(Project $project, Column $column): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            "SELECT {$this->dialect->json('cells', $column->index)} AS v, COUNT(*) AS c FROM table_row WHERE project_id = ?
                AND off = FALSE AND draft = FALSE AND blank = FALSE GROUP BY v ORDER BY c DESC, v LIMIT " . self::VALUES,
            [$project->id()],
        ));
    }

    /**
     * @param list<int> $numbers
     *
     * @return list<array{Found, array<string, string>}> with names for what their layers show
     */
    public function some(Project $project, array $numbers): array
    {
        $in = $this->dialect->among('number');
        $found = $this->read($project, $in, [json_encode($numbers, \JSON_THROW_ON_ERROR)], 'number', $shown);

        return array_map(static fn (Found $one, array $layers): array => [$one, $layers], $found, $shown);
    }

    /** @return array<int, Finding> the worst of each row that is to be looked at, by its number */
    public function worst(Project $project): array
    {
        $worst = [];
        foreach ($this->read($project, 'bad > 0', [], 'number') as $found) {
            $worst[$found->number] = $found->open[0];
        }

        return $worst;
    }

    /** @return iterable<int, list<Finding>> what is open, by row number */
    public function open(Project $project): iterable
    {
        foreach ($this->read($project, '1 = 1', [], 'number') as $found) {
            yield $found->number => $found->open;
        }
    }

    /** The next row with something worth a look, behind one and from the first again; null where there is no other. */
    public function nextWith(Project $project, int $number): ?int
    {
        $next = $this->connection->fetchOne(
            'SELECT number FROM proof WHERE project_id = ? AND bad > 0 AND number <> ? ORDER BY number < ?, number LIMIT 1',
            [$project->id(), $number, $number],
        );

        return false === $next ? null : (int) $next;
    }

    /** The row that lies beside one on the light table; null at its ends. */
    public function beside(Project $project, Sieve $sieve, int $number, int $by): ?int
    {
        $numbers = $this->numbers($project, $sieve);
        $at = array_search($number, $numbers, true);

        return false === $at ? null : $numbers[$at + $by] ?? null;
    }

    /** @return list<int> of all rows that are shown, in order */
    public function numbers(Project $project, Sieve $sieve): array
    {
        [$where, $values] = $this->where($project, $sieve);

        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT number FROM proof WHERE project_id = ? AND $where ORDER BY {$sieve->order($this->dialect)}",
            [$project->id(), ...$values],
        ));
    }

    public function count(Project $project, Sieve $sieve): int
    {
        [$where, $values] = $this->where($project, $sieve);

        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM proof WHERE project_id = ? AND $where",
            [$project->id(), ...$values],
        );
    }

    /** @return array{string, list<int|float|string>} a condition, and its values */
    private function where(Project $project, Sieve $sieve): array
    {
        return $sieve->sql($this->dialect, Sieve::CHANGED === $sieve->show ? $this->since->changed($project) ?? [] : []);
    }

    /**
     * How bad each is, from all that is known of it by now.
     *
     * @param array<int, string> $clashes names that files of several rows would have, by number
     */
    private function judge(Project $project, array $clashes): void
    {
        $set = new WholeSet($project->template()->limits);
        foreach ($this->allFacts($project) as $number => $facts) {
            $set->add($number, $facts);
        }
        $together = $set->findings($clashes);
        $this->connection->transactional(function () use ($project, $together): void {
            $this->dialect->hold($project->id());
            $all = $this->connection->iterateAssociative(
                'SELECT ' . self::FOUND . ', bad, kinds, layers, accepted FROM proof WHERE project_id = ?',
                [$project->id()],
            );
            foreach ($all as $row) {
                $now = self::json($together[(int) $row['number']] ?? []);
                $judgement = self::judgement($this->found($project, ['together' => $now] + $row));
                $before = [(int) $row['bad'], $row['kinds'], $row['layers'], (int) $row['accepted']];
                if ($now !== $row['together'] || $judgement !== $before) {
                    $this->connection->executeStatement(
                        'UPDATE proof SET together = ?, bad = ?, kinds = ?, layers = ?, accepted = ? WHERE project_id = ? AND row_id = ?',
                        [$now, ...$judgement, $project->id(), $row['row_id']],
                    );
                }
            }
        });
    }

    /**
     * @param list<int|float|string>                $values
     * @param array<int, array<string, string>>|null $shown names for what the layers show, of each
     *
     * @param-out list<array<string, string>> $shown
     *
     * @return list<Found>
     */
    private function read(Project $project, string $where, array $values, string $order, ?array &$shown = null): array
    {
        $found = $shown = [];
        $rows = $this->connection->iterateAssociative(
            'SELECT ' . self::FOUND . " FROM proof WHERE project_id = ? AND $where ORDER BY $order",
            [$project->id(), ...$values],
        );
        foreach ($rows as $row) {
            $found[] = $this->found($project, $row);
            $shown[] = self::shown((string) $row['facts']);
        }

        return $found;
    }

    /** @param array<string, mixed> $row */
    private function found(Project $project, array $row): Found
    {
        $findings = array_map(
            Finding::of(...),
            [...self::decode($row['findings']), ...self::decode($row['pixels']), ...self::decode($row['together'])],
        );
        $id = (int) $row['row_id'];

        return Found::of(
            $id,
            (int) $row['number'],
            array_filter($findings),
            self::shown((string) $row['facts']),
            $this->hands->of($project, $id),
            '' === $row['inputs'],
        );
    }

    /** @return array{int, string, string, int} */
    private static function judgement(Found $found): array
    {
        return [$found->bad(), $found->kinds(), $found->layers(), \count($found->accepted)];
    }

    /** @return array<string, string> */
    private static function shown(string $facts): array
    {
        return json_decode($facts, true, 8)['values'] ?? [];
    }

    /** @return Facts */
    private static function facts(string $json): array
    {
        return json_decode($json, true, 8, \JSON_THROW_ON_ERROR);
    }

    /** @param list<Finding> $findings */
    private static function json(array $findings): string
    {
        return self::encode(array_map(static fn (Finding $finding): array => $finding->toArray(), $findings));
    }

    /** @param array<array-key, mixed> $data */
    private static function encode(array $data): string
    {
        return json_encode($data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE);
    }

    /** @return list<array<string, mixed>> */
    private static function decode(mixed $json): array
    {
        $data = \is_string($json) ? json_decode($json, true, 16) : null;

        return \is_array($data) ? array_values(array_filter($data, is_array(...))) : [];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Project;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Severity;
use Morphea\Core\Proof\WholeSet;

/**
 * What was found about the rows of a project, kept: a row whose inputs are still the same is not looked at again.
 *
 * @phpstan-type Found array{rowId: int, number: int, bad: int, findings: list<Finding>}
 */
final readonly class ProofTable
{
    public function __construct(private Connection $connection)
    {
    }

    /** @return array<int, array{inputs: string, number: int}> by row id */
    public function known(Project $project): array
    {
        $known = [];
        $rows = $this->connection->iterateNumeric('SELECT row_id, inputs, number FROM proof WHERE project_id = ?', [$project->id()]);
        foreach ($rows as $row) {
            $known[(int) $row[0]] = ['inputs' => (string) $row[1], 'number' => (int) $row[2]];
        }

        return $known;
    }

    /** @param list<Looked> $rows */
    public function keep(Project $project, array $rows): void
    {
        $this->connection->transactional(function () use ($project, $rows): void {
            foreach ($rows as $row) {
                $this->connection->executeStatement(
                    'INSERT INTO proof (project_id, row_id, number, inputs, findings, facts) VALUES (?, ?, ?, ?, ?, ?)
                        ON CONFLICT (project_id, row_id) DO UPDATE SET number = excluded.number, inputs = excluded.inputs,
                            findings = excluded.findings, facts = excluded.facts',
                    [$project->id(), $row->rowId, $row->number, $row->inputs, self::json($row->findings), self::encode($row->facts)],
                );
            }
        });
    }

    /**
     * Rows that stand elsewhere by now, and those that are gone.
     *
     * @param array<int, int> $numbers of all rows that are made, by row id
     */
    public function settle(Project $project, array $numbers): void
    {
        $this->connection->transactional(function () use ($project, $numbers): void {
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
        $this->together($project);
    }

    /** @return array{all: int, rank: array<int, int>, kinds: array<string, int>} how many rows there are of each */
    public function counts(Project $project): array
    {
        $counts = ['all' => 0, 'rank' => [], 'kinds' => []];
        $rows = $this->connection->iterateNumeric(
            'SELECT bad, kinds, COUNT(*) FROM proof WHERE project_id = ? GROUP BY bad, kinds',
            [$project->id()],
        );
        foreach ($rows as [$bad, $kinds, $count]) {
            $counts['all'] += (int) $count;
            $counts['rank'][(int) $bad] = ($counts['rank'][(int) $bad] ?? 0) + (int) $count;
            foreach (array_filter(explode(' ', (string) $kinds)) as $kind) {
                $counts['kinds'][$kind] = ($counts['kinds'][$kind] ?? 0) + (int) $count;
            }
        }
        arsort($counts['kinds']);

        return $counts;
    }

    /** @return list<Found> */
    public function page(Project $project, Sieve $sieve, int $from, int $count): array
    {
        [$where, $values] = $sieve->sql();

        return $this->read($where, [$project->id(), ...$values], "{$sieve->order()} LIMIT $count OFFSET $from");
    }

    /**
     * @param list<int|string> $values
     *
     * @return list<Found>
     */
    private function read(string $where, array $values, string $order): array
    {
        $found = [];
        $rows = $this->connection->iterateAssociative(
            "SELECT row_id, number, bad, findings, together FROM proof WHERE project_id = ? AND $where ORDER BY $order",
            $values,
        );
        foreach ($rows as $row) {
            $findings = array_map(
                Finding::of(...),
                [...self::decode((string) $row['findings']), ...self::decode((string) $row['together'])],
            );
            $found[] = [
                'rowId' => (int) $row['row_id'],
                'number' => (int) $row['number'],
                'bad' => (int) $row['bad'],
                'findings' => Proof::worstFirst(array_values(array_filter($findings))),
            ];
        }

        return $found;
    }

    /** @return Found|null what was found about one row */
    public function of(Project $project, int $number): ?array
    {
        return $this->read('number = ?', [$project->id(), $number], 'number LIMIT 1')[0] ?? null;
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
        [$where, $values] = $sieve->sql();
        $numbers = array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT number FROM proof WHERE project_id = ? AND $where ORDER BY {$sieve->order()}",
            [$project->id(), ...$values],
        ));
        $at = array_search($number, $numbers, true);

        return false === $at ? null : $numbers[$at + $by] ?? null;
    }

    public function count(Project $project, Sieve $sieve): int
    {
        [$where, $values] = $sieve->sql();

        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM proof WHERE project_id = ? AND $where",
            [$project->id(), ...$values],
        );
    }

    /** What only shows when all rows are looked at together, and with it how bad each is. */
    private function together(Project $project): void
    {
        $set = new WholeSet();
        $rows = [];
        $all = $this->connection->iterateAssociative(
            'SELECT number, findings, facts, together, bad, kinds FROM proof WHERE project_id = ? ORDER BY number',
            [$project->id()],
        );
        foreach ($all as $row) {
            /** @var array{drawn: string, sizes: array<string, array{string, float}>} $facts */
            $facts = json_decode((string) $row['facts'], true, 8, \JSON_THROW_ON_ERROR);
            $set->add((int) $row['number'], $facts);
            unset($row['facts']);
            $rows[(int) $row['number']] = $row;
        }
        $found = $set->findings();
        $this->connection->transactional(function () use ($project, $rows, $found): void {
            foreach ($rows as $number => $row) {
                $together = $found[$number] ?? [];
                $own = array_filter(array_map(Finding::of(...), self::decode((string) $row['findings'])));
                $now = [self::json($together), ...self::bad([...$own, ...$together])];
                if ($now !== [(string) $row['together'], (int) $row['bad'], (string) $row['kinds']]) {
                    $this->connection->executeStatement(
                        'UPDATE proof SET together = ?, bad = ?, kinds = ? WHERE project_id = ? AND number = ?',
                        [...$now, $project->id(), $number],
                    );
                }
            }
        });
    }

    /**
     * @param array<array-key, Finding> $findings
     *
     * @return array{int, string} how bad the worst is, and the kinds that are worth a look
     */
    private static function bad(array $findings): array
    {
        $bad = -1;
        $kinds = [];
        foreach ($findings as $finding) {
            $bad = max($bad, $finding->severity->rank());
            if (Severity::Note !== $finding->severity) {
                $kinds[$finding->kind->value] = true;
            }
        }
        ksort($kinds);

        return [$bad, [] === $kinds ? '' : ' ' . implode(' ', array_keys($kinds)) . ' '];
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
    private static function decode(string $json): array
    {
        $data = json_decode($json, true, 16);

        return \is_array($data) ? array_values(array_filter($data, is_array(...))) : [];
    }
}

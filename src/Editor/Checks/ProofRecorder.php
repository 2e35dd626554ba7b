<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WholeSet;

/**
 * Stores warnings while rows are checked; ProofTable reads them.
 *
 * @phpstan-import-type Facts from WholeSet
 */
final readonly class ProofRecorder
{
    public function __construct(private Connection $connection, private TouchUpStore $hands, private Dialect $dialect)
    {
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
     * Stores the warnings of the layout with a severity at once, so that no faulty row looks in order; `settle` adds
     * those of all rows together.
     *
     * @param list<InspectedRow> $rows
     */
    public function keep(Project $project, array $rows): void
    {
        $this->connection->transactional(function () use ($project, $rows): void {
            $this->dialect->hold($project->id());
            foreach ($rows as $row) {
                $found = RowWarnings::of(
                    $row->rowId,
                    $row->number,
                    $row->warnings,
                    $row->values,
                    $this->hands->find($project, $row->rowId),
                );
                $this->connection->executeStatement(
                    'INSERT INTO proof (project_id, row_id, number, inputs, warnings, facts, bad, kinds, layers, accepted)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        ON CONFLICT (project_id, row_id) DO UPDATE SET number = excluded.number, inputs = excluded.inputs,
                            warnings = excluded.warnings, facts = excluded.facts, bad = excluded.bad, kinds = excluded.kinds,
                            layers = excluded.layers, accepted = excluded.accepted, pixels = NULL',
                    [
                        ...[$project->id(), $row->rowId, $row->number, $row->inputs, ProofCodec::json($row->warnings)],
                        ProofCodec::encode(['values' => $row->values] + $row->facts),
                        ...ProofCodec::judgement($found),
                    ],
                );
            }
        });
    }

    /**
     * Stores the warnings of a row's pixels if the row is still the one that was checked.
     *
     * @param list<Warning> $warnings
     * @param array<string, float> $contrasts as they were measured, by layer
     */
    public function seen(Project $project, int $row, string $inputs, array $warnings, array $contrasts): void
    {
        $facts = $this->connection->fetchOne(
            'SELECT facts FROM proof WHERE project_id = ? AND row_id = ? AND inputs = ?',
            [$project->id(), $row, $inputs],
        );
        if (!\is_string($facts)) {
            return;
        }
        $facts = ProofCodec::facts($facts);
        foreach ($contrasts as $layer => $contrast) {
            if (isset($facts['texts'][$layer])) {
                $facts['texts'][$layer]['contrast'] = round($contrast, 2);
            }
        }
        $this->connection->executeStatement(
            'UPDATE proof SET pixels = ?, facts = ? WHERE project_id = ? AND row_id = ? AND inputs = ?',
            [ProofCodec::json($warnings), ProofCodec::encode($facts), $project->id(), $row, $inputs],
        );
    }

    /** Renumbers moved rows and drops deleted ones, then runs the checks over all rows and computes severities. */
    public function settle(Project $project, PendingRows $waiting): void
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
     * Marks rows for checking again: until then their warnings are out of date.
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
     * Computes the severity of each row from everything known by now.
     *
     * @param array<int, string> $clashes names that files of several rows would have, by number
     */
    private function judge(Project $project, array $clashes): void
    {
        $set = new WholeSet($project->design()->limits);
        foreach ($this->facts($project) as $number => $facts) {
            $set->add($number, $facts);
        }
        $together = $set->warnings($clashes);
        $this->connection->transactional(function () use ($project, $together): void {
            $this->dialect->hold($project->id());
            $all = $this->connection->iterateAssociative(
                'SELECT ' . ProofCodec::FOUND . ', bad, kinds, layers, accepted FROM proof WHERE project_id = ?',
                [$project->id()],
            );
            foreach ($all as $row) {
                $now = ProofCodec::json($together[(int) $row['number']] ?? []);
                $judgement = ProofCodec::judgement(ProofCodec::found(
                    ['together' => $now] + $row,
                    $this->hands->find($project, (int) $row['row_id']),
                ));
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
     * How each placeholder comes out in each row.
     *
     * @return iterable<int, Facts> by row number
     */
    private function facts(Project $project): iterable
    {
        $rows = $this->connection->iterateNumeric(
            'SELECT number, facts FROM proof WHERE project_id = ? ORDER BY number',
            [$project->id()],
        );
        foreach ($rows as [$number, $facts]) {
            yield (int) $number => ProofCodec::facts((string) $facts);
        }
    }
}

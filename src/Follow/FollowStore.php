<?php

declare(strict_types=1);

namespace Morphea\App\Follow;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Project;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Follow\FollowOrder;
use Morphea\Core\Follow\Step;

/** What is known of each row of a project of which something is done by itself. */
final readonly class FollowStore
{
    public const PAGE = 60;
    private const CHUNK = 200;
    /** Seconds after which what is due should have been looked at. */
    private const LONG = 60;

    /** @param int $quietSeconds for which a row stays as it is before anything is done of it: who types types more than one cell */
    public function __construct(private Connection $connection, private TableRows $rows, private int $quietSeconds)
    {
    }

    /** @return array{base: string, who: string}|null null where nothing goes by itself */
    public function on(string $project): ?array
    {
        $found = $this->connection->fetchAssociative('SELECT base, who FROM follow WHERE project_id = ? AND is_on = TRUE', [$project]);

        return false === $found ? null : ['base' => (string) $found['base'], 'who' => (string) $found['who']];
    }

    /** From now on; what is there already is known. Off, all that waits is let go. */
    public function turn(Project $project, bool $on, string $base, string $who): void
    {
        $this->connection->transactional(function () use ($project, $on, $base, $who): void {
            $this->connection->executeStatement(
                'INSERT INTO follow (project_id, is_on, base, who) VALUES (?, ?, ?, ?) ON CONFLICT (project_id) DO UPDATE SET
                    is_on = excluded.is_on, base = excluded.base, who = excluded.who',
                [$project->id(), (int) $on, $base, $who],
            );
            if ($on) {
                $this->know($project, array_keys($this->states($project)), FollowState::Known, 0.0);
            }
            $this->connection->executeStatement(
                "UPDATE followed SET state = 'known' WHERE project_id = ? AND state IN ('due', 'making')",
                [$project->id()],
            );
        });
    }

    /** Whether a look at a time, as of `microtime`, is still to be asked for: one that comes before it is enough. */
    public function plan(string $project, float $when): bool
    {
        return 1 === (int) $this->connection->executeStatement(
            'UPDATE follow SET planned_at = ? WHERE project_id = ? AND is_on = TRUE AND (planned_at <= ? OR planned_at > ?)',
            [$when, $project, microtime(true), $when],
        );
    }

    /** @return list<string> ids of projects in which something is due for a while, and no look is planned */
    public function forgotten(): array
    {
        $before = microtime(true) - self::LONG;

        return array_map(strval(...), $this->connection->fetchFirstColumn(
            "SELECT DISTINCT follow.project_id FROM follow JOIN followed ON followed.project_id = follow.project_id
                WHERE follow.is_on = TRUE AND follow.planned_at < ? AND followed.state IN ('due', 'making') AND followed.due_at < ?",
            [$before, $before],
        ));
    }

    /** The look that was planned is being taken: whatever comes from now on is seen by the next. */
    public function looked(string $project): void
    {
        $this->connection->executeStatement('UPDATE follow SET planned_at = 0 WHERE project_id = ?', [$project]);
    }

    /** Rows that came or changed since are due. */
    public function notice(Project $project, FollowOrder $order): void
    {
        $known = array_map(strval(...), $this->connection->fetchAllKeyValue(
            'SELECT row_id, row_state FROM followed WHERE project_id = ?',
            [$project->id()],
        ));
        $now = $this->states($project);
        $open = array_fill_keys(
            array_map(intval(...), $this->connection->fetchFirstColumn(
                "SELECT row_id FROM followed WHERE project_id = ? AND state = 'due' AND run_id IS NULL",
                [$project->id()],
            )),
            true,
        );
        $quiet = new \DateTimeImmutable("+$this->quietSeconds seconds");
        $this->know($project, $order->due($now, $known, $open), FollowState::Due, (float) $order->time($quiet)->format('U.u'));
    }

    /** @return list<array{row: int, run: string|null, done: list<string>, tries: int}> those whose time has come */
    public function due(Project $project, FollowState $state): array
    {
        return array_map(
            static fn (array $one): array => [
                'row' => (int) $one['row_id'],
                'run' => null === $one['run_id'] ? null : (string) $one['run_id'],
                'done' => array_values(array_filter(explode(' ', (string) $one['done']))),
                'tries' => (int) $one['tries'],
            ],
            $this->connection->fetchAllAssociative(
                'SELECT * FROM followed WHERE project_id = ? AND state = ? AND due_at <= ? ORDER BY row_id',
                [$project->id(), $state->value, microtime(true)],
            ),
        );
    }

    /** The earliest time at which anything waits to be done. */
    public function next(Project $project): ?float
    {
        $found = $this->connection->fetchOne("SELECT MIN(due_at) FROM followed WHERE project_id = ? AND state IN ('due', 'making')", [
            $project->id(),
        ]);

        return null === $found ? null : (float) $found;
    }

    /** @param list<int> $rows */
    public function making(Project $project, array $rows, string $run): void
    {
        $this->change($project, $rows, "state = 'making', run_id = ?, due_at = ?", [$run, microtime(true)]);
    }

    /** @param list<int> $rows that are made anew next time, whatever came of their run */
    public function unmade(Project $project, array $rows): void
    {
        $this->change($project, $rows, 'run_id = NULL', []);
    }

    /** @param list<int> $rows */
    public function done(Project $project, array $rows, string $step): void
    {
        $this->change($project, $rows, "done = TRIM(done || ' ' || ?)", [$step]);
    }

    /** @param list<int> $rows */
    public function end(Project $project, array $rows): void
    {
        $this->change($project, $rows, "state = 'done', error = ''", []);
    }

    /** @param list<int> $rows of so many tries */
    public function later(Project $project, array $rows, int $tries, string $why): void
    {
        $pause = FollowOrder::again($tries);
        $this->change($project, $rows, 'state = ?, tries = ?, due_at = ?, error = ?', [
            null === $pause ? FollowState::GivenUp->value : FollowState::Due->value,
            $tries,
            microtime(true) + ($pause ?? 0),
            $why,
        ]);
    }

    /** What was given up is due once more. */
    public function again(Project $project): void
    {
        $this->connection->executeStatement(
            "UPDATE followed SET state = 'due', tries = 0, due_at = ? WHERE project_id = ? AND state = 'given-up'",
            [microtime(true), $project->id()],
        );
    }

    /** @return array<string, int> how many are in each state */
    public function counts(Project $project): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            'SELECT state, COUNT(*) FROM followed WHERE project_id = ? GROUP BY state',
            [$project->id()],
        ));
    }

    /** @return list<array{row: int, state: FollowState, done: list<string>, error: string, at: string}> the newest first */
    public function log(Project $project): array
    {
        return array_map(
            static fn (array $one): array => [
                'row' => (int) $one['number'],
                'state' => FollowState::from((string) $one['state']),
                'done' => array_map(
                    static fn (string $step): string => Step::from($step)->done(),
                    array_values(array_filter(explode(' ', (string) $one['done']))),
                ),
                'error' => (string) $one['error'],
                'at' => (string) $one['changed_at'],
            ],
            $this->connection->fetchAllAssociative(
                "SELECT followed.*, COALESCE(table_row.number, 0) AS number FROM followed LEFT JOIN table_row
                    ON table_row.project_id = followed.project_id AND table_row.uid = followed.row_id
                 WHERE followed.project_id = ? AND state <> 'known' ORDER BY changed_at DESC, row_id DESC LIMIT ?",
                [$project->id(), self::PAGE],
            ),
        );
    }

    /** @return array<int, string> names of what stands in the rows that take part, by id */
    private function states(Project $project): array
    {
        $states = [];
        $table = $this->rows->table($project);
        // A row in which nothing stands has not arrived yet.
        $skipped = $table->skipped();
        foreach ($table->rows as $i => $row) {
            if (!isset($skipped[$i + 1])) {
                $states[$row->id] = substr(hash('sha256', serialize($row->cells)), 0, 40);
            }
        }

        return $states;
    }

    /** @param list<int> $rows */
    private function know(Project $project, array $rows, FollowState $state, float $due): void
    {
        $states = $this->states($project);
        $now = (new \DateTimeImmutable())->format('Y-m-d H:i:s');
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $values = [];
            foreach ($chunk as $row) {
                array_push($values, $project->id(), $row, $states[$row] ?? '', $state->value, $due, $now);
            }
            $this->connection->executeStatement(
                'INSERT INTO followed (project_id, row_id, row_state, state, due_at, changed_at, done, error) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), "(?, ?, ?, ?, ?, ?, '', '')")) .
                    " ON CONFLICT (project_id, row_id) DO UPDATE SET row_state = excluded.row_state, state = excluded.state,
                        due_at = excluded.due_at, changed_at = excluded.changed_at, done = '', error = '', tries = 0, run_id = NULL",
                $values,
            );
        }
    }

    /**
     * @param list<int>   $rows
     * @param list<mixed> $values
     */
    private function change(Project $project, array $rows, string $set, array $values): void
    {
        $now = (new \DateTimeImmutable())->format('Y-m-d H:i:s');
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $this->connection->executeStatement(
                "UPDATE followed SET $set, changed_at = ? WHERE project_id = ? AND row_id IN (?)",
                [...$values, $now, $project->id(), $chunk],
                [\count($values) + 2 => ArrayParameterType::INTEGER],
            );
        }
    }
}

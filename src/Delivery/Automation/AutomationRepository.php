<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Database\Transition;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Delivery\Automation\WatchedColumns;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Row;

/** The rows of a project that its automation knows, with their state. */
final readonly class AutomationRepository
{
    private const CHUNK = 200;

    /** @param int $quietSeconds for which a row stays as it is before anything is done of it: who types types more than one cell */
    public function __construct(
        private Connection $connection,
        private TableRows $rows,
        private AutomationSwitch $switch,
        private Transition $transition,
        private int $quietSeconds,
        private TimeZones $zones,
    ) {
    }

    /** Starts from now: rows that exist already count as known. Turning it off dismisses all waiting rows. */
    public function turn(Project $project, bool $on, string $base, string $who): void
    {
        $this->connection->transactional(function () use ($project, $on, $base, $who): void {
            $this->connection->executeStatement(
                'INSERT INTO follow (project_id, is_on, base, who) VALUES (?, ?, ?, ?) ON CONFLICT (project_id) DO UPDATE SET
                    is_on = excluded.is_on, base = excluded.base, who = excluded.who',
                [$project->id(), (int) $on, $base, $who],
            );
            if ($on) {
                $this->know($project, array_keys($this->rows($project)), AutomationState::Known, 0.0);
            }
            $this->transition->make('followed', ['project_id' => $project->id()], AutomationState::Known);
        });
    }

    /**
     * Marks rows as due that were added or changed since.
     *
     * @param list<string> $used keys of the columns that pieces and emails show
     */
    public function notice(Project $project, AutomationRule $order, array $used): void
    {
        $version = $project->tableVersion();
        $known = $open = $legacy = [];
        $all = 'SELECT row_id, prints, state, run_id FROM followed WHERE project_id = ?';
        $found = $this->connection->executeQuery($all, [$project->id()]);
        foreach ($found->iterateAssociative() as $one) {
            $row = (int) $one['row_id'];
            $known[$row] = array_map(strval(...), (array) json_decode((string) $one['prints'], true));
            if ('' === $one['prints']) {
                $legacy[$row] = true;
            }
            if (
                AutomationState::Held->value === $one['state']
                || (AutomationState::Due->value === $one['state'] && null === $one['run_id'])
            ) {
                $open[$row] = true;
            }
        }
        $watched = WatchedColumns::of($this->rows->table($project), $used);
        $now = array_map($watched->prints(...), $this->rows($project));
        // What was known before cells were told apart is taken as it is.
        $due = array_values(array_diff($order->due($watched, $now, $known, $open), array_keys($legacy)));
        $quiet = Time::at("+$this->quietSeconds seconds")->setTimezone($this->zones->named($project->zone()));
        $this->know($project, $due, AutomationState::Due, (float) $order->time($quiet)->format('U.u'));
        // What else changed is no reason to do anything, now or once more is shown; a cell that was emptied is remembered.
        $changed = [];
        foreach (array_diff_key($now, array_flip($due)) as $row => $prints) {
            if (isset($known[$row]) && ($prints + $known[$row] != $known[$row] || isset($legacy[$row]))) {
                $changed[$row] = $prints + $known[$row];
            }
        }
        $this->remember($project, $changed);
        $this->switch->saw($project->id(), $version);
    }

    /** @return list<array{row: int, run: string|null, done: list<string>, tries: int, approved: bool}> those whose time has come */
    public function due(Project $project, AutomationState $state): array
    {
        return array_map(
            static fn (array $one): array => [
                'row' => (int) $one['row_id'],
                'run' => null === $one['run_id'] ? null : (string) $one['run_id'],
                'done' => array_values(array_filter(explode(' ', (string) $one['done']))),
                'tries' => (int) $one['tries'],
                'approved' => (bool) $one['is_approved'],
            ],
            $this->connection->fetchAllAssociative(
                'SELECT * FROM followed WHERE project_id = ? AND state = ? AND due_at <= ? ORDER BY row_id',
                [$project->id(), $state->value, Time::precise()],
            ),
        );
    }

    /** Whether rows are waiting for the pieces of a run. */
    public function waitsFor(Project $project, string $run): bool
    {
        $one = "SELECT 1 FROM followed WHERE project_id = ? AND run_id = ? AND state = 'making' LIMIT 1";

        return false !== $this->connection->fetchOne($one, [$project->id(), $run]);
    }

    /** The earliest time at which a row is due; rows whose pieces are being made wait for their run. */
    public function next(Project $project): ?float
    {
        $found = $this->connection->fetchOne("SELECT MIN(due_at) FROM followed WHERE project_id = ? AND state = 'due'", [
            $project->id(),
        ]);

        return null === $found ? null : (float) $found;
    }

    /** @param list<int> $rows */
    public function making(Project $project, array $rows, string $run): void
    {
        $this->transition($project, $rows, AutomationState::Making, ['run_id' => $run, 'due_at' => Time::precise()]);
    }

    /** @param list<int> $rows that are made anew next time, whatever came of their run */
    public function unmade(Project $project, array $rows): void
    {
        $this->change($project, $rows, 'run_id = NULL', []);
    }

    /**
     * @param array<int, Message|string> $notes what came of it, where that is not that it was done, by row
     * @param list<int>          $rows
     */
    public function done(Project $project, array $rows, string $step, array $notes = []): void
    {
        $this->connection->transactional(function () use ($project, $rows, $step, $notes): void {
            $this->change($project, $rows, "done = TRIM(done || ' ' || ?)", [$step]);
            foreach ($notes as $row => $note) {
                $this->change($project, [$row], 'notes = ?', [self::json([$step => $note])]);
            }
        });
    }

    /**
     * Many rows came at once: they wait for approval.
     *
     * @param list<int> $rows
     */
    public function hold(Project $project, array $rows): void
    {
        $this->transition($project, $rows, AutomationState::Held);
    }

    public function held(Project $project): int
    {
        $count = "SELECT COUNT(*) FROM followed WHERE project_id = ? AND state = 'held'";

        return (int) $this->connection->fetchOne($count, [$project->id()]);
    }

    /**
     * Approves or dismisses rows that wait for approval.
     *
     * @param int $seen how many there were when it was asked
     *
     * @return bool whether there are as many still
     */
    public function answer(Project $project, bool $yes, int $seen): bool
    {
        $this->connection->beginTransaction();
        $changed = $this->transition->make(
            'followed',
            ['project_id' => $project->id()],
            $yes ? AutomationState::Due : AutomationState::Known,
            ['is_approved' => (int) $yes, 'due_at' => Time::precise()],
            from: [AutomationState::Held],
        );
        $changed === $seen ? $this->connection->commit() : $this->connection->rollBack();

        return $changed === $seen;
    }

    /** @return list<int> ids of rows of which a step came to something to be said */
    public function noted(Project $project, string $step, string $note): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            'SELECT row_id FROM followed WHERE project_id = ? AND notes = ?',
            [$project->id(), self::json([$step => $note])],
        ));
    }

    /** @param list<int> $rows of which it was dealt with */
    public function unnote(Project $project, array $rows): void
    {
        $this->change($project, $rows, "notes = ''", []);
    }

    /** @return bool whether a step of it waited, as was noted, and goes on */
    public function reopen(string $project, int $row, string $step, string $note): bool
    {
        return 1 === (int) $this->connection->executeStatement(
            "UPDATE followed SET state = 'making', due_at = ?, notes = '', done = TRIM(REPLACE(' ' || done || ' ', ?, ' '))
                WHERE project_id = ? AND row_id = ? AND state = 'done' AND notes = ? AND run_id IS NOT NULL",
            [Time::precise(), " $step ", $project, $row, self::json([$step => $note])],
        );
    }

    /** @param list<int> $rows */
    public function end(Project $project, array $rows): void
    {
        $this->transition($project, $rows, AutomationState::Done, ['error' => '']);
    }

    /** @param list<int> $rows of so many tries */
    public function later(Project $project, array $rows, int $tries, string $why): void
    {
        $pause = AutomationRule::again($tries);
        $this->transition($project, $rows, null === $pause ? AutomationState::GivenUp : AutomationState::Due, [
            'tries' => $tries,
            'due_at' => Time::precise() + ($pause ?? 0),
            'error' => $why,
        ]);
    }

    /** Makes rows due again that were given up. */
    public function again(Project $project): void
    {
        $fresh = ['tries' => 0, 'is_approved' => 1, 'due_at' => Time::precise()];
        $this->transition->make('followed', ['project_id' => $project->id()], AutomationState::Due, $fresh, from: [
            AutomationState::GivenUp,
        ]);
    }

    /** @return array<int, Row> that take part, by id */
    private function rows(Project $project): array
    {
        $rows = [];
        $table = $this->rows->table($project);
        // A row in which nothing stands has not arrived yet.
        $skipped = $table->skipped();
        foreach ($table->rows as $i => $row) {
            if (!isset($skipped[$i + 1])) {
                $rows[$row->id] = $row;
            }
        }

        return $rows;
    }

    /** @param list<int> $rows */
    private function know(Project $project, array $rows, AutomationState $state, float $due): void
    {
        $all = $this->rows($project);
        $watched = WatchedColumns::of($this->rows->table($project), []);
        $now = Time::stamp();
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $values = [];
            foreach ($chunk as $row) {
                $prints = self::json(isset($all[$row]) ? $watched->prints($all[$row]) : []);
                array_push($values, $project->id(), $row, $prints, $state->value, $due, $now);
            }
            $this->connection->executeStatement(
                'INSERT INTO followed (project_id, row_id, prints, state, due_at, changed_at, row_state, done, error) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), "(?, ?, ?, ?, ?, ?, '', '', '')")) .
                    " ON CONFLICT (project_id, row_id) DO UPDATE SET prints = excluded.prints, due_at = excluded.due_at,
                        state = CASE WHEN followed.state = 'held' AND excluded.state = 'due' THEN 'held' ELSE excluded.state END,
                        changed_at = excluded.changed_at, done = '', error = '', notes = '', tries = 0, run_id = NULL,
                        is_approved = FALSE",
                $values,
            );
        }
    }

    /** @param array<int, array<string, string>> $prints by row */
    private function remember(Project $project, array $prints): void
    {
        foreach ($prints as $row => $one) {
            $this->connection->executeStatement('UPDATE followed SET prints = ? WHERE project_id = ? AND row_id = ?', [
                self::json($one),
                $project->id(),
                $row,
            ]);
        }
    }

    /** @param array<string, Message|string> $prints */
    private static function json(array $prints): string
    {
        return json_encode($prints, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE);
    }

    /**
     * @param list<int>   $rows
     * @param list<mixed> $values
     */
    private function change(Project $project, array $rows, string $set, array $values): void
    {
        $now = Time::stamp();
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $this->connection->executeStatement(
                "UPDATE followed SET $set, changed_at = ? WHERE project_id = ? AND row_id IN (?)",
                [...$values, $now, $project->id(), $chunk],
                [\count($values) + 2 => ArrayParameterType::INTEGER],
            );
        }
    }

    /**
     * @param list<int>            $rows
     * @param array<string, mixed> $set
     */
    private function transition(Project $project, array $rows, AutomationState $to, array $set = []): void
    {
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $which = ['project_id' => $project->id(), 'row_id' => $chunk];
            $this->transition->make('followed', $which, $to, $set + ['changed_at' => Time::stamp()]);
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableDiff;

/** Undo and redo of changes to a project's table. */
final readonly class TableHistory
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private TableWriter $swap,
    ) {
    }

    /**
     * @param int|null $seen the version somebody saw who wants it
     *
     * @return array{Message|string, TableDiff}|null what was taken back; null when there was nothing
     *
     * @throws StaleTableException
     */
    public function undo(Project $project, ?int $seen = null): ?array
    {
        return $this->go(
            $project,
            $seen,
            0,
            -1,
            static fn (TableDiff $diff, Table $table, string $locale): Table => $diff->back($table, $locale),
        );
    }

    /**
     * @param int|null $seen the version somebody saw who wants it
     *
     * @return array{Message|string, TableDiff}|null what was done again; null when there was nothing
     *
     * @throws StaleTableException
     */
    public function redo(Project $project, ?int $seen = null): ?array
    {
        return $this->go(
            $project,
            $seen,
            1,
            1,
            static fn (TableDiff $diff, Table $table, string $locale): Table => $diff->forth($table, $locale),
        );
    }

    /** @return array{undo: bool, redo: bool} which ways there are from here */
    public function ways(Project $project): array
    {
        $here = $project->tableStep();
        $there = $this->connection->fetchFirstColumn('SELECT step FROM table_change WHERE project_id = ? AND step IN (?, ?)', [
            $project->id(),
            $here,
            $here + 1,
        ]);

        return ['undo' => \in_array($here, $there, false), 'redo' => \in_array($here + 1, $there, false)];
    }

    /** The change to undo; with 1, the one to redo. */
    public function step(Project $project, int $by = 0): ?TableChange
    {
        return $this->changeAt($project, $project->tableStep() + $by);
    }

    private function changeAt(Project $project, int $step): ?TableChange
    {
        return $this->entities->getRepository(TableChange::class)->findOneBy(['project' => $project, 'step' => $step]);
    }

    /**
     * @param int                                        $which step from the one the table is at
     * @param int                                        $by    steps that it goes
     * @param \Closure(TableDiff, Table, string): Table $make
     *
     * @return array{Message|string, TableDiff}|null
     */
    private function go(Project $project, ?int $seen, int $which, int $by, \Closure $make): ?array
    {
        $says = null;
        $diff = $this->swap->asNow($project, $seen, function (Table $before) use ($project, $which, $by, $make, &$says): array {
            $change = $this->changeAt($project, $project->tableStep() + $which);
            $says = $change?->says();
            $then = null === $change ? $before : $make($change->diff(), $before, $project->design()->locale);

            return [
                $then,
                TableDiff::between($before, $then),
                null === $change ? null : static fn (int $step): int => $step + $by,
            ];
        });

        return null === $says ? null : [$says, $diff];
    }
}

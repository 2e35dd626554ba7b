<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\CellConflict;
use Morphea\Core\Table\Data\Edit\CellMerge;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Edit\TableEdit;
use Morphea\Core\Table\Data\Edit\TakeTable;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableDiff;
use Morphea\Core\Table\Data\TableException;

/** Changes of a project's table, each of which can be undone. */
final readonly class TableStore
{
    /** Changes kept for going back. */
    private const KEPT = 100;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private PictureStore $pictures,
        private TableWriter $swap,
    ) {
    }

    /** What recipes need besides the table. */
    public function kitchen(Project $project): RecipeRunner
    {
        return new RecipeRunner($project->design()->locale, $this->pictures->names($project));
    }

    /**
     * Applies a change, runs the recipes again, and stores the difference for undo.
     *
     * @throws TableException when the change does not hold; nothing is changed then
     * @throws StaleTableException when it holds for the table that was seen only, and that is another by now
     */
    public function apply(Project $project, TableEdit $edit, ?TableChangeMark $mark = null): TableDiff
    {
        return $this->change($project, $mark, static fn (Table $now): array => [$edit->apply($now), $edit->says()]);
    }

    /**
     * Changes of cells based on what a member saw; those of cells that have changed since are rejected.
     *
     * @param array<int, array<string, string>> $cells by row id and column key
     * @param array<int, array<string, string>> $seen  what stood there
     * @param list<array<string, string>>       $new   rows to be added, by column key
     *
     * @return array{TableDiff, list<CellConflict>}
     *
     * @throws TableException|StaleTableException
     */
    public function merge(
        Project $project,
        array $cells,
        array $seen,
        array $new,
        string $did,
        ?TableChangeMark $mark = null,
    ): array {
        $refused = [];
        $diff = $this->change($project, $mark, static function (Table $now) use ($cells, $seen, $new, $did, &$refused): array {
            $merge = CellMerge::of($now, $cells, $seen);
            $refused = $merge->refused;
            $edit = new SetCells($merge->cells, $new, $did);

            return [$edit->apply($now), $edit->says()];
        });

        return [$diff, $refused];
    }

    /** Replaces the table by another. */
    public function replace(Project $project, FileTable $file, Message|string $source): void
    {
        $this->take($project, TakeTable::fresh($file, self::taken($source)), $source, $file->notices);
    }

    /** A table with its rows' ids, as stored in a file. */
    public function begin(Project $project, Table $table, Message|string $source): void
    {
        $this->take($project, TakeTable::whole($table, self::taken($source)), $source);
    }

    /**
     * Updates the table from a newer file, matched by a key column.
     *
     * @param bool $remove rows that the file has not
     *
     * @throws TableException
     */
    public function update(Project $project, FileTable $file, string $key, bool $remove, Message|string $source): void
    {
        $this->take($project, TakeTable::update($file, $key, $remove, new Message('table.did.updated', ['source' => $source])), $source);
    }

    /** @param list<Message|string> $notices what had to be said when it came in */
    private function take(Project $project, TakeTable $edit, Message|string $source, array $notices = []): void
    {
        $this->apply($project, $edit);
        $project->setSource($source, $notices);
        $this->entities->flush();
    }

    private static function taken(Message|string $source): Message
    {
        return new Message('table.did.imported', ['source' => $source]);
    }

    /**
     * Computes a change from the current table, and again if somebody else was faster, so that nobody's change is
     * overwritten.
     *
     * @param \Closure(Table): array{Table, Message} $make what the table becomes, and what was done
     *
     * @throws TableException|StaleTableException
     */
    private function change(Project $project, ?TableChangeMark $mark, \Closure $make): TableDiff
    {
        return $this->made($project, $mark) ??
            $this->swap->asNow($project, $mark?->seen, function (Table $before) use ($project, $make, $mark): array {
                if (null !== ($made = $this->made($project, $mark))) {
                    return [$before, $made, null];
                }
                [$after, $says] = $make($before);
                $after = $after->cooked($this->kitchen($project));
                $diff = TableDiff::between($before, $after);

                return [
                    $after,
                    $diff,
                    $diff->isEmpty()
                        ? null
                        : function (int $step) use ($project, $before, $diff, $says, $mark): int {
                            $this->connection->executeStatement(
                                'DELETE FROM table_change WHERE project_id = ? AND (step > ? OR step <= ?)',
                                [$project->id(), $step, $step + 1 - self::KEPT],
                            );
                            if ([] === $before->columns) {
                                // Before the first table there is nothing to go back to.
                                return $step;
                            }
                            $this->entities->persist(
                                new TableChange(
                                    $project,
                                    $step + 1,
                                    $says,
                                    $diff,
                                    $mark?->token,
                                ),
                            );

                            return $step + 1;
                        },
                ];
            });
    }

    /** A change that was applied already: its response was lost or delayed, and it was sent again. */
    private function made(Project $project, ?TableChangeMark $mark): ?TableDiff
    {
        return null === $mark?->token
            ? null
            : $this->entities
                ->getRepository(TableChange::class)
                ->findOneBy(['project' => $project, 'token' => $mark->token])
                ?->diff();
    }

    /** Runs recipes again that depend on something outside the table, such as the project's pictures. */
    public function recook(Project $project): void
    {
        if ([] === array_filter($project->columns(), static fn ($column): bool => null !== $column->recipe)) {
            return;
        }
        $this->swap->asNow($project, null, function (Table $before) use ($project): array {
            $after = $before->cooked($this->kitchen($project));
            $diff = TableDiff::between($before, $after);

            return [$after, $diff, $diff->isEmpty() ? null : static fn (int $step): int => $step];
        });
    }

}

<?php

declare(strict_types=1);

namespace Morphea\App\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\TableChange;
use Morphea\App\Pictures\PictureStore;
use Morphea\Core\Data\Edit\CellConflict;
use Morphea\Core\Data\Edit\CellMerge;
use Morphea\Core\Data\Edit\SetCells;
use Morphea\Core\Data\Edit\SheetEdit;
use Morphea\Core\Data\Edit\TakeTable;
use Morphea\Core\Data\Recipe\Kitchen;
use Morphea\Core\Data\Row;
use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\SheetDiff;
use Morphea\Core\Data\SheetRow;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableError;

/** A project's table in the database: changed by edits that can be taken back, read one row, a page or all at a time. */
final class TableStore
{
    private const CHUNK = 100;
    /** Changes kept for going back. */
    private const KEPT = 100;
    /** Times a change is made anew because somebody else was faster. */
    private const TRIES = 50;

    /**
     * @var array{string, int, Sheet}|null the table that was read or written last, with its project and version: large
     * ones take long to read
     */
    private ?array $last = null;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Connection $connection,
        private readonly PictureStore $pictures,
    ) {
    }

    public function sheet(Project $project): Sheet
    {
        if (null !== $this->last && $project->id() === $this->last[0] && $project->tableVersion() === $this->last[1]) {
            return $this->last[2];
        }
        $sheet = $this->load($project, Table::MAX_ROWS);
        $this->last = [$project->id(), $project->tableVersion(), $sheet];

        return $sheet;
    }

    /** The table with its first rows only. */
    public function beginning(Project $project, int $most): Sheet
    {
        return $project->rowCount() <= $most ? $this->sheet($project) : $this->load($project, $most);
    }

    /** What recipes need besides the table. */
    public function kitchen(Project $project): Kitchen
    {
        return new Kitchen($project->template()->locale, $this->pictures->names($project));
    }

    /**
     * Applies a change, runs the recipes again, and keeps what lies between for going back.
     *
     * @throws TableError when the change does not hold; nothing is changed then
     * @throws StaleTable when it holds for the table that was seen only, and that is another by now
     */
    public function apply(Project $project, SheetEdit $edit, ?TableChangeMark $mark = null): SheetDiff
    {
        return $this->change($project, $mark, static fn (Sheet $now): array => [$edit->apply($now), $edit->says()]);
    }

    /**
     * Changes of cells that somebody made on what they saw; those of cells that are something else by now are refused.
     *
     * @param array<int, array<string, string>> $cells by row id and column key
     * @param array<int, array<string, string>> $seen  what stood there
     * @param list<array<string, string>>       $new   rows to be added, by column key
     *
     * @return array{SheetDiff, list<CellConflict>}
     *
     * @throws TableError|StaleTable
     */
    public function merge(
        Project $project,
        array $cells,
        array $seen,
        array $new,
        string $says,
        ?TableChangeMark $mark = null,
    ): array {
        $refused = [];
        $diff = $this->change($project, $mark, static function (Sheet $now) use ($cells, $seen, $new, $says, &$refused): array {
            $merge = CellMerge::of($now, $cells, $seen);
            $refused = $merge->refused;
            $edit = new SetCells($merge->cells, $new, $says);

            return [$edit->apply($now), $edit->says()];
        });

        return [$diff, $refused];
    }

    /** Another table in the place of this one. */
    public function replace(Project $project, Table $table, string $source): void
    {
        $this->take($project, TakeTable::fresh($table, self::taken($source)), $source, $table->notices);
    }

    /** A table with its rows' ids, as a project's file has them. */
    public function begin(Project $project, Sheet $sheet, string $source): void
    {
        $this->take($project, TakeTable::sheet($sheet, self::taken($source)), $source);
    }

    /**
     * A newer state of the table, matched by a key column.
     *
     * @param bool $remove rows that the file has not
     *
     * @throws TableError
     */
    public function update(Project $project, Table $file, string $key, bool $remove, string $source): void
    {
        $this->take($project, TakeTable::update($file, $key, $remove, "Updated from $source"), $source);
    }

    /** @param list<string> $notices what had to be said when it came in */
    private function take(Project $project, TakeTable $edit, string $source, array $notices = []): void
    {
        $this->apply($project, $edit);
        $project->setSource($source, $notices);
        $this->entities->flush();
    }

    private static function taken(string $source): string
    {
        return "Table taken over from $source";
    }

    /**
     * Makes a change from the table as it is, and again where somebody else was faster: nobody's change is written over.
     *
     * @param \Closure(Sheet): array{Sheet, string} $make what the table becomes, and what was done in words
     *
     * @throws TableError|StaleTable
     */
    private function change(Project $project, ?TableChangeMark $mark, \Closure $make): SheetDiff
    {
        return $this->made($project, $mark) ??
            $this->asNow($project, $mark?->seen, function (Sheet $before) use ($project, $make, $mark): array {
                if (null !== ($made = $this->made($project, $mark))) {
                    return [$before, $made, null];
                }
                [$after, $says] = $make($before);
                $after = $after->cooked($this->kitchen($project));
                $diff = SheetDiff::between($before, $after);

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
                                    mb_strimwidth($says, 0, 250, '…', 'UTF-8'),
                                    $diff,
                                    $mark?->token,
                                ),
                            );

                            return $step + 1;
                        },
                ];
            });
    }

    /** A change that was made already: the answer to it was lost on the way or is on its way yet, and it was sent again. */
    private function made(Project $project, ?TableChangeMark $mark): ?SheetDiff
    {
        return null === $mark?->token
            ? null
            : $this->entities
                ->getRepository(TableChange::class)
                ->findOneBy(['project' => $project, 'token' => $mark->token])
                ?->diff();
    }

    /**
     * @param int|null $seen the version somebody made a change on that fits no other
     * @param \Closure(Sheet): array{Sheet, SheetDiff, (\Closure(int): int)|null} $make what the table becomes, what
     *   lies between, and from the step it is at
     *                                                                                  the one it comes to, where anything is to be done
     *
     * @throws StaleTable
     */
    private function asNow(Project $project, ?int $seen, \Closure $make): SheetDiff
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            $before = $this->sheet($project);
            if (null !== $seen && $seen !== $project->tableVersion()) {
                throw new StaleTable();
            }
            [$after, $diff, $step] = $make($before);
            if (
                null === $step ||
                $this->connection->transactional(
                    fn (): bool => $this->isStill($project) &&
                        $this->write($project, $before, $after, $diff, $step($project->tableStep())),
                )
            ) {
                return $diff;
            }
            $this->last = null;
            $this->entities->refresh($project);
        }

        throw new StaleTable();
    }

    /** Claims the table for this transaction, if nobody wrote since the project was read; on any database. */
    private function isStill(Project $project): bool
    {
        return 1 ===
            $this->connection->executeStatement(
                'UPDATE project SET table_version = table_version + 1 WHERE id = ? AND table_version = ?',
                [$project->id(), $project->tableVersion()],
            );
    }

    /** Recipes that look at something outside of the table, as at the project's pictures, run again. */
    public function recook(Project $project): void
    {
        if ([] === array_filter($project->columns(), static fn ($column): bool => null !== $column->recipe)) {
            return;
        }
        $this->asNow($project, null, function (Sheet $before) use ($project): array {
            $after = $before->cooked($this->kitchen($project));
            $diff = SheetDiff::between($before, $after);

            return [$after, $diff, $diff->isEmpty() ? null : static fn (int $step): int => $step];
        });
    }

    /**
     * @param int|null $seen the version somebody saw who wants it
     *
     * @return array{string, SheetDiff}|null what was taken back; null when there was nothing
     *
     * @throws StaleTable
     */
    public function undo(Project $project, ?int $seen = null): ?array
    {
        return $this->step(
            $project,
            $seen,
            0,
            -1,
            static fn (SheetDiff $diff, Sheet $sheet, string $locale): Sheet => $diff->back($sheet, $locale),
        );
    }

    /**
     * @param int|null $seen the version somebody saw who wants it
     *
     * @return array{string, SheetDiff}|null what was done again; null when there was nothing
     *
     * @throws StaleTable
     */
    public function redo(Project $project, ?int $seen = null): ?array
    {
        return $this->step(
            $project,
            $seen,
            1,
            1,
            static fn (SheetDiff $diff, Sheet $sheet, string $locale): Sheet => $diff->forth($sheet, $locale),
        );
    }

    public function canUndo(Project $project): bool
    {
        return null !== $this->changeAt($project, $project->tableStep());
    }

    public function canRedo(Project $project): bool
    {
        return null !== $this->changeAt($project, $project->tableStep() + 1);
    }

    /** @param int $number from 1 */
    public function row(Project $project, int $number): ?Row
    {
        return $this->rows($project, $number, 1)[0] ?? null;
    }

    /** @return list<Row> */
    public function rows(Project $project, int $from = 1, int $count = Table::MAX_ROWS): array
    {
        return $this->read($project, 'number >= ? ORDER BY number LIMIT ?', [$from, $count]);
    }

    /** @return list<Row> those that runs make: neither switched off nor drafts */
    public function active(Project $project): array
    {
        return $this->read($project, 'off = 0 AND draft = 0 ORDER BY number', []);
    }

    public function table(Project $project): ?Table
    {
        return 0 === $project->rowCount() ? null : $this->sheet($project)->table();
    }

    /**
     * @param list<int> $values
     *
     * @return list<Row>
     */
    private function read(Project $project, string $where, array $values): array
    {
        $found = $this->steady($project, "SELECT number, cells FROM table_row WHERE project_id = ? AND $where", $values);
        $columns = $project->columns();

        return array_map(
            static fn (array $record): Row => Row::of($columns, (int) $record['number'], self::cells($record)),
            $found,
        );
    }

    private function load(Project $project, int $most): Sheet
    {
        $found = $this->steady(
            $project,
            'SELECT uid, cells, off, draft FROM table_row WHERE project_id = ? ORDER BY number LIMIT ?',
            [$most],
        );

        return new Sheet(
            $project->columns(),
            array_map(
                static fn (array $record): SheetRow => new SheetRow(
                    (int) $record['uid'],
                    self::cells($record),
                    (bool) $record['off'],
                    (bool) $record['draft'],
                ),
                $found,
            ),
            $project->lastRowId(),
        );
    }

    /**
     * Rows that belong to the columns the project has: read again where somebody changed the table in between.
     *
     * @param list<int> $values
     *
     * @return list<array<string, mixed>>
     */
    private function steady(Project $project, string $query, array $values): array
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            $found = $this->connection->fetchAllAssociative($query, [$project->id(), ...$values]);
            $version = $this->connection->fetchOne('SELECT table_version FROM project WHERE id = ?', [$project->id()]);
            if (false === $version || (int) $version === $project->tableVersion()) {
                return $found;
            }
            $this->entities->refresh($project);
        }

        throw new StaleTable();
    }

    private function changeAt(Project $project, int $step): ?TableChange
    {
        return $this->entities->getRepository(TableChange::class)->findOneBy(['project' => $project, 'step' => $step]);
    }

    /**
     * @param int                                        $which step from the one the table is at
     * @param int                                        $by    steps that it goes
     * @param \Closure(SheetDiff, Sheet, string): Sheet $go
     *
     * @return array{string, SheetDiff}|null
     */
    private function step(Project $project, ?int $seen, int $which, int $by, \Closure $go): ?array
    {
        $says = null;
        $diff = $this->asNow($project, $seen, function (Sheet $before) use ($project, $which, $by, $go, &$says): array {
            $change = $this->changeAt($project, $project->tableStep() + $which);
            $says = $change?->says();
            $then = null === $change ? $before : $go($change->diff(), $before, $project->template()->locale);

            return [
                $then,
                SheetDiff::between($before, $then),
                null === $change ? null : static fn (int $step): int => $step + $by,
            ];
        });

        return null === $says ? null : [$says, $diff];
    }

    /** Only rows that changed; all of them where their order or the columns did. */
    private function write(Project $project, Sheet $before, Sheet $after, SheetDiff $diff, int $step): bool
    {
        $this->last = null;
        if ($diff->changesOrder()) {
            $this->connection->executeStatement('DELETE FROM table_row WHERE project_id = ?', [$project->id()]);
            foreach (array_chunk($after->rows, self::CHUNK, true) as $chunk) {
                $values = [];
                foreach ($chunk as $i => $row) {
                    array_push($values, $project->id(), $i + 1, $row->id, self::json($row), (int) $row->off, (int) $row->draft);
                }
                $this->connection->executeStatement(
                    'INSERT INTO table_row (project_id, number, uid, cells, off, draft) VALUES ' .
                        implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?)')),
                    $values,
                );
            }
        } else {
            $changed = array_flip($diff->rowIds());
            $update = $this->connection->prepare(
                'UPDATE table_row SET cells = ?, off = ?, draft = ? WHERE project_id = ? AND uid = ?',
            );
            foreach ($after->rows as $row) {
                if (isset($changed[$row->id])) {
                    foreach ([self::json($row), (int) $row->off, (int) $row->draft, $project->id(), $row->id] as $i => $value) {
                        $update->bindValue($i + 1, $value);
                    }
                    $update->executeStatement();
                }
            }
        }
        $project->setSheet($after, $step);
        $this->entities->flush();
        $this->last = [$project->id(), $project->tableVersion(), $after];

        return true;
    }

    private static function json(SheetRow $row): string
    {
        return json_encode($row->cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return list<string>
     */
    private static function cells(array $record): array
    {
        /** @var list<string> $cells */
        $cells = json_decode(\is_string($record['cells']) ? $record['cells'] : '[]', true, 4, \JSON_THROW_ON_ERROR);

        return $cells;
    }
}

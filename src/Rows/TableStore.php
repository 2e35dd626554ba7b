<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Asset;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\TableChange;
use Morphea\Core\Data\Edit\SheetEdit;
use Morphea\Core\Data\Edit\TakeTable;
use Morphea\Core\Data\Recipe\Kitchen;
use Morphea\Core\Data\Row;
use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\SheetDiff;
use Morphea\Core\Data\SheetRow;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableError;
use Morphea\Core\Naming\PictureNames;

/** A project's table in the database: changed by edits that can be taken back, read one row, a page or all at a time. */
final class TableStore
{
    private const CHUNK = 100;
    /** Changes kept for going back. */
    private const KEPT = 100;

    /** @var array{string, int, Sheet}|null the table that was read or written last, with its project and version: large ones take long to read */
    private ?array $last = null;

    public function __construct(private readonly EntityManagerInterface $entities, private readonly Connection $connection)
    {
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
        $names = array_map(static fn (Asset $asset): string => $asset->name(), $this->entities->getRepository(Asset::class)->findBy(['project' => $project], ['name' => 'ASC']));

        return new Kitchen($project->template()->locale, new PictureNames($names));
    }

    /**
     * Applies a change, runs the recipes again, and keeps what lies between for going back.
     *
     * @throws TableError when the change does not hold; nothing is changed then
     */
    public function apply(Project $project, SheetEdit $edit): SheetDiff
    {
        $before = $this->sheet($project);
        $after = $edit->apply($before)->cooked($this->kitchen($project));
        $diff = SheetDiff::between($before, $after);
        if (!$diff->isEmpty()) {
            $this->connection->transactional(function () use ($project, $before, $after, $diff, $edit): void {
                $step = $project->tableStep() + 1;
                $this->connection->executeStatement('DELETE FROM table_change WHERE project_id = ? AND (step >= ? OR step <= ?)', [$project->id(), $step, $step - self::KEPT]);
                // Before the first table there is nothing to go back to.
                $first = [] === $before->columns;
                if (!$first) {
                    $this->entities->persist(new TableChange($project, $step, mb_strimwidth($edit->says(), 0, 250, '…', 'UTF-8'), $diff));
                }
                $this->write($project, $before, $after, $diff, $first ? $step - 1 : $step);
            });
        }

        return $diff;
    }

    public function replace(Project $project, Table $table, string $source): void
    {
        $this->take($project, Sheet::of($table, $this->sheet($project)->nextId()), $source, $table->notices);
    }

    /** @param list<string> $notices what had to be said when it came in */
    public function take(Project $project, Sheet $sheet, string $source, array $notices = []): void
    {
        $this->apply($project, new TakeTable($sheet, "Table taken over from $source"));
        $project->setSource($source, $notices);
        $this->entities->flush();
    }

    /** Recipes that look at something outside of the table, as at the project's pictures, run again. */
    public function recook(Project $project): void
    {
        if ([] === array_filter($project->columns(), static fn ($column): bool => null !== $column->recipe)) {
            return;
        }
        $before = $this->sheet($project);
        $after = $before->cooked($this->kitchen($project));
        $diff = SheetDiff::between($before, $after);
        if (!$diff->isEmpty()) {
            $this->connection->transactional(fn () => $this->write($project, $before, $after, $diff, $project->tableStep()));
        }
    }

    /** @return array{string, SheetDiff}|null what was taken back; null when there was nothing */
    public function undo(Project $project): ?array
    {
        return $this->step($project, $project->tableStep(), $project->tableStep() - 1, static fn (SheetDiff $diff, Sheet $sheet, string $locale): Sheet => $diff->back($sheet, $locale));
    }

    /** @return array{string, SheetDiff}|null what was done again; null when there was nothing */
    public function redo(Project $project): ?array
    {
        return $this->step($project, $project->tableStep() + 1, $project->tableStep() + 1, static fn (SheetDiff $diff, Sheet $sheet, string $locale): Sheet => $diff->forth($sheet, $locale));
    }

    public function canUndo(Project $project): bool
    {
        return null !== $this->change($project, $project->tableStep());
    }

    public function canRedo(Project $project): bool
    {
        return null !== $this->change($project, $project->tableStep() + 1);
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
        $columns = $project->columns();
        $keys = array_map(static fn ($column): string => $column->key, $columns);
        $monthFirst = Table::monthFirst($columns);
        $found = $this->connection->fetchAllAssociative("SELECT number, cells FROM table_row WHERE project_id = ? AND $where", [$project->id(), ...$values]);

        return array_map(static fn (array $record): Row => new Row((int) $record['number'], array_combine($keys, self::cells($record)), $monthFirst), $found);
    }

    private function load(Project $project, int $most): Sheet
    {
        $found = $this->connection->fetchAllAssociative('SELECT uid, cells, off, draft FROM table_row WHERE project_id = ? ORDER BY number LIMIT ?', [$project->id(), $most]);

        return new Sheet($project->columns(), array_map(static fn (array $record): SheetRow => new SheetRow((int) $record['uid'], self::cells($record), (bool) $record['off'], (bool) $record['draft']), $found), $project->lastRowId());
    }

    private function change(Project $project, int $step): ?TableChange
    {
        return $this->entities->getRepository(TableChange::class)->findOneBy(['project' => $project, 'step' => $step]);
    }

    /**
     * @param \Closure(SheetDiff, Sheet, string): Sheet $go
     *
     * @return array{string, SheetDiff}|null
     */
    private function step(Project $project, int $which, int $after, \Closure $go): ?array
    {
        $change = $this->change($project, $which);
        if (null === $change) {
            return null;
        }
        $before = $this->sheet($project);
        $then = $go($change->diff(), $before, $project->template()->locale);
        $diff = SheetDiff::between($before, $then);
        $this->connection->transactional(fn () => $this->write($project, $before, $then, $diff, $after));

        return [$change->says(), $diff];
    }

    /** Only rows that changed; all of them where their order or the columns did. */
    private function write(Project $project, Sheet $before, Sheet $after, SheetDiff $diff, int $step): void
    {
        $this->last = null;
        if ($diff->changesOrder()) {
            $this->connection->executeStatement('DELETE FROM table_row WHERE project_id = ?', [$project->id()]);
            foreach (array_chunk($after->rows, self::CHUNK, true) as $chunk) {
                $values = [];
                foreach ($chunk as $i => $row) {
                    array_push($values, $project->id(), $i + 1, $row->id, self::json($row), (int) $row->off, (int) $row->draft);
                }
                $this->connection->executeStatement('INSERT INTO table_row (project_id, number, uid, cells, off, draft) VALUES '.implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?)')), $values);
            }
        } else {
            $changed = array_flip($diff->rowIds());
            $update = $this->connection->prepare('UPDATE table_row SET cells = ?, off = ?, draft = ? WHERE project_id = ? AND uid = ?');
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

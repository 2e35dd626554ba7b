<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableDiff;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Writes a changed table if nobody changed it since it was read; otherwise it is read and changed again. */
final readonly class TableWriter
{
    private const CHUNK = 100;
    /** Times a change is made anew because somebody else was faster. */
    private const TRIES = 50;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private TableRows $rows,
        private EventDispatcherInterface $events,
    ) {
    }

    /**
     * @param int|null $seen the version somebody made a change on that fits no other
     * @param \Closure(Table): array{Table, TableDiff, (\Closure(int): int)|null} $make what the table becomes, what
     *   lies between, and from the step it is at the one it comes to, where anything is to be done
     *
     * @throws StaleTableException
     */
    public function asNow(Project $project, ?int $seen, \Closure $make): TableDiff
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            $before = $this->rows->table($project);
            if (null !== $seen && $seen !== $project->tableVersion()) {
                throw new StaleTableException();
            }
            [$after, $diff, $step] = $make($before);
            if (
                null === $step ||
                $this->connection->transactional(
                    fn (): bool => $this->isStill($project) &&
                        $this->write($project, $before, $after, $diff, $step($project->tableStep())),
                )
            ) {
                if (null !== $step) {
                    $this->events->dispatch(new RowsChanged($project));
                }

                return $diff;
            }
            $this->rows->forget();
            $this->entities->refresh($project);
        }

        throw new StaleTableException();
    }

    /** Locks the table for this transaction if nobody has written since the project was read; on any database. */
    private function isStill(Project $project): bool
    {
        return 1 ===
            $this->connection->executeStatement(
                'UPDATE project SET table_version = table_version + 1 WHERE id = ? AND table_version = ?',
                [$project->id(), $project->tableVersion()],
            );
    }

    /** Writes only the rows that changed; all of them if their order or the columns changed. */
    private function write(Project $project, Table $before, Table $after, TableDiff $diff, int $step): bool
    {
        $this->rows->forget();
        $blank = $after->blank();
        if ($diff->changesOrder()) {
            $this->connection->executeStatement('DELETE FROM table_row WHERE project_id = ?', [$project->id()]);
            foreach (array_chunk($after->rows, self::CHUNK, true) as $chunk) {
                $values = [];
                foreach ($chunk as $i => $row) {
                    array_push($values, $project->id(), $i + 1, $row->id, self::json($row), ...self::flags($row, isset($blank[$i + 1])));
                }
                $this->connection->executeStatement(
                    'INSERT INTO table_row (project_id, number, uid, cells, off, draft, blank) VALUES ' .
                        implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?, ?)')),
                    $values,
                );
            }
        } else {
            $changed = array_flip($diff->rowIds());
            $update = $this->connection->prepare(
                'UPDATE table_row SET cells = ?, off = ?, draft = ?, blank = ? WHERE project_id = ? AND uid = ?',
            );
            foreach ($after->rows as $n => $row) {
                if (isset($changed[$row->id])) {
                    $values = [self::json($row), ...self::flags($row, isset($blank[$n + 1])), $project->id(), $row->id];
                    foreach ($values as $i => $value) {
                        $update->bindValue($i + 1, $value);
                    }
                    $update->executeStatement();
                }
            }
        }
        $project->setTable($after, $step);
        $this->entities->flush();
        $this->rows->remember($project, $after);

        return true;
    }

    /** @return array{int, int, int} whether it is switched off, a draft, and without any cell */
    private static function flags(Row $row, bool $isBlank): array
    {
        return [(int) $row->off, (int) $row->draft, (int) $isBlank];
    }

    private static function json(Row $row): string
    {
        return json_encode($row->cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** Reads a project's table from the database: all of it, its beginning, or the rows that are needed. */
final class TableRows
{
    /** Times it is read again because somebody changed it meanwhile. */
    private const TRIES = 50;

    /**
     * @var array{string, int, Table}|null the table that was read or written last, with its project and version: large
     * ones take long to read
     */
    private ?array $last = null;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Connection $connection,
        private readonly Dialect $dialect,
    ) {
    }

    public function table(Project $project): Table
    {
        if (null !== $this->last && $project->id() === $this->last[0] && $project->tableVersion() === $this->last[1]) {
            return $this->last[2];
        }
        $table = $this->load($project, Table::MAX_ROWS);
        $this->last = [$project->id(), $project->tableVersion(), $table];

        return $table;
    }

    /** The table with its first rows only. */
    public function beginning(Project $project, int $most): Table
    {
        return $project->rowCount() <= $most ? $this->table($project) : $this->load($project, $most);
    }

    /** @param int $number from 1 */
    public function row(Project $project, int $number): ?Record
    {
        return $this->rows($project, $number, 1)[0] ?? null;
    }

    /** @return list<Record> */
    public function rows(Project $project, int $from = 1, int $count = Table::MAX_ROWS): array
    {
        return $this->read($project, 'number >= ? ORDER BY number LIMIT ?', [$from, $count]);
    }

    /**
     * @param list<int> $numbers
     *
     * @return list<int> ids of those rows that are there, in the order of the table
     */
    public function ids(Project $project, array $numbers): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT uid FROM table_row WHERE project_id = ? AND {$this->dialect->among('number')} ORDER BY number",
            [$project->id(), json_encode($numbers, \JSON_THROW_ON_ERROR)],
        ));
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, int> their numbers by id, in order; of those that are there
     */
    public function numbers(Project $project, array $ids): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            "SELECT uid, number FROM table_row WHERE project_id = ? AND {$this->dialect->among('uid')} ORDER BY number",
            [$project->id(), json_encode($ids, \JSON_THROW_ON_ERROR)],
        ));
    }

    /** Whether a row with this id exists. */
    public function has(Project $project, int $id): bool
    {
        $one = 'SELECT 1 FROM table_row WHERE project_id = ? AND uid = ?';

        return false !== $this->connection->fetchOne($one, [$project->id(), $id]);
    }

    /** @return list<int> ids of rows in which a column has a value */
    public function with(Project $project, Column $column, string $value): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT uid FROM table_row WHERE project_id = ? AND {$this->dialect->json('cells', $column->index)} = ?",
            [$project->id(), $value],
        ));
    }

    /** @return list<int> ids of all rows, ordered by the values of a column */
    public function orderedBy(Project $project, Column $column): array
    {
        $cell = $this->dialect->json('cells', $column->index);
        $numeric = true === $column->kind?->rules()->numeric();
        $order = $numeric ? "COALESCE({$this->dialect->number($cell)}, 0)" : $this->dialect->caseless($cell);

        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT uid FROM table_row WHERE project_id = ? ORDER BY $order, number",
            [$project->id()],
        ));
    }

    /** @return array<string, int> how many rows that runs make have each value of a column, the most frequent first */
    public function values(Project $project, Column $column, int $most): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            "SELECT {$this->dialect->json('cells', $column->index)} AS v, COUNT(*) AS c FROM table_row WHERE project_id = ?
                AND off = FALSE AND draft = FALSE AND blank = FALSE GROUP BY v ORDER BY c DESC, v LIMIT $most",
            [$project->id()],
        ));
    }

    /** @return array<int, array{draft: bool, blank: bool}> rows that runs leave out, by number; others of them are switched off */
    public function inactive(Project $project): array
    {
        $found = [];
        foreach ($this->connection->iterateNumeric(
            'SELECT number, draft, blank FROM table_row WHERE project_id = ? AND (off = TRUE OR draft = TRUE OR blank = TRUE)
                ORDER BY number',
            [$project->id()],
        ) as [$number, $draft, $blank]) {
            $found[(int) $number] = ['draft' => (bool) $draft, 'blank' => (bool) $blank];
        }

        return $found;
    }

    /** @return list<Record> those that runs make: neither switched off nor drafts nor empty */
    public function active(Project $project): array
    {
        return $this->read($project, 'off = FALSE AND draft = FALSE AND blank = FALSE ORDER BY number', []);
    }

    /**
     * @param list<int> $values
     *
     * @return list<Record>
     */
    private function read(Project $project, string $where, array $values): array
    {
        $found = $this->steady($project, "SELECT number, uid, cells FROM table_row WHERE project_id = ? AND $where", $values);
        $columns = $project->columns();

        return array_map(
            static fn (array $record): Record => Record::of(
                $columns,
                (int) $record['number'],
                self::cells($record),
                (int) $record['uid'],
            ),
            $found,
        );
    }

    private function load(Project $project, int $most): Table
    {
        $found = $this->steady(
            $project,
            'SELECT uid, cells, off, draft FROM table_row WHERE project_id = ? ORDER BY number LIMIT ?',
            [$most],
        );

        return new Table(
            $project->columns(),
            array_map(
                static fn (array $record): Row => new Row(
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
     * Rows that match the project's columns: read again if somebody changed the table in between.
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

        throw new StaleTableException();
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

    /** Rows written a moment ago need not be read. */
    public function remember(Project $project, Table $table): void
    {
        $this->last = [$project->id(), $project->tableVersion(), $table];
    }

    public function forget(): void
    {
        $this->last = null;
    }
}

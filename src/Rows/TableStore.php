<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\Core\Data\Row;
use Morphea\Core\Data\Table;

/** A project's rows in the database: taken over as a whole, read one by one, by pages or all. */
final readonly class TableStore
{
    private const CHUNK = 200;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection)
    {
    }

    public function replace(Project $project, Table $table, string $source): void
    {
        $this->connection->transactional(function () use ($project, $table, $source): void {
            $this->connection->executeStatement('DELETE FROM table_row WHERE project_id = ?', [$project->id()]);
            foreach (array_chunk($table->cells, self::CHUNK, true) as $chunk) {
                $values = [];
                foreach ($chunk as $i => $cells) {
                    array_push($values, $project->id(), $i + 1, json_encode($cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE));
                }
                $this->connection->executeStatement('INSERT INTO table_row (project_id, number, cells) VALUES '.implode(', ', array_fill(0, \count($chunk), '(?, ?, ?)')), $values);
            }
            $project->setTable($table, $source);
            $this->entities->flush();
        });
    }

    /** @param int $number from 1 */
    public function row(Project $project, int $number): ?Row
    {
        return $this->rows($project, $number, 1)[0] ?? null;
    }

    /** @return list<Row> */
    public function rows(Project $project, int $from = 1, int $count = Table::MAX_ROWS): array
    {
        $keys = array_map(static fn ($column): string => $column->key, $project->columns());
        $found = $this->connection->fetchAllAssociative('SELECT number, cells FROM table_row WHERE project_id = ? AND number >= ? ORDER BY number LIMIT ?', [$project->id(), $from, $count]);

        return array_map(static function (array $record) use ($keys): Row {
            /** @var list<string> $cells */
            $cells = json_decode((string) $record['cells'], true, 4, \JSON_THROW_ON_ERROR);

            return new Row((int) $record['number'], array_combine($keys, $cells));
        }, $found);
    }

    public function table(Project $project): ?Table
    {
        if (0 === $project->rowCount()) {
            return null;
        }

        return new Table($project->columns(), array_map(static fn (Row $row): array => array_values($row->cells), $this->rows($project)));
    }
}

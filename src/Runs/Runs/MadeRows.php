<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Project\Projects\Project;

/** The rows with finished pieces, and the latest run for each. Mockups do not count. */
final readonly class MadeRows
{
    private const CHUNK = 500;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param Run|null $run of which only; null for all
     *
     * @return list<int> ids of rows of which a piece was made, in order
     */
    public function all(Project $project, ?Run $run = null): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT DISTINCT piece.row_id FROM piece JOIN run ON run.id = piece.run_id
             WHERE run.project_id = ? AND piece.state = 'made' AND piece.row_id IS NOT NULL AND " . RunPurpose::OF_PIECES .
                (null === $run ? '' : ' AND run.id = ?') . ' ORDER BY piece.row_id',
            [$project->id(), ...null === $run ? [] : [$run->id()]],
        ));
    }

    /**
     * @param list<int> $rows ids
     *
     * @return list<int> those whose piece this run made
     */
    public function madeBy(Run $run, array $rows): array
    {
        return array_values(array_intersect($rows, array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT row_id FROM piece WHERE run_id = ? AND state = 'made' AND row_id IS NOT NULL",
            [$run->id()],
        ))));
    }

    /** @return list<int> ids of rows whose newest piece this run made */
    public function newestOf(Run $run): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT piece.row_id FROM piece JOIN run mine ON mine.id = piece.run_id WHERE piece.run_id = ? AND
                piece.state = 'made' AND piece.row_id IS NOT NULL AND mine.purpose = 'pieces' AND NOT EXISTS (
                    SELECT 1 FROM piece other JOIN run ON run.id = other.run_id WHERE run.project_id = mine.project_id AND
                        other.row_id = piece.row_id AND other.state = 'made' AND run.number > mine.number AND " .
                RunPurpose::OF_PIECES . ') ORDER BY piece.row_id',
            [$run->id()],
        ));
    }

    /**
     * @param list<int> $rows ids
     *
     * @return array<int, string> names of the pieces made last, by row
     */
    public function names(Project $project, array $rows): array
    {
        $names = [];
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $names += array_column($this->connection->fetchAllNumeric(
                "SELECT piece.row_id, piece.name FROM piece JOIN run ON run.id = piece.run_id WHERE run.project_id = ? AND
                    piece.row_id IN (?) AND piece.state = 'made' AND " . RunPurpose::OF_PIECES . ' ORDER BY run.number',
                [$project->id(), $chunk],
                [1 => ArrayParameterType::INTEGER],
            ), 1, 0);
        }

        return array_map(strval(...), $names);
    }

    /** @return array{string, int}|null id of the run that made a row's piece last, and the piece's place in it */
    public function newest(Project $project, int $row, ?Run $of = null): ?array
    {
        $found = $this->connection->fetchNumeric(
            "SELECT piece.run_id, piece.position FROM piece JOIN run ON run.id = piece.run_id
             WHERE run.project_id = ? AND piece.row_id = ? AND piece.state = 'made' AND " . RunPurpose::OF_PIECES .
                (null === $of ? '' : ' AND run.id = ?') .
                ' ORDER BY run.number DESC LIMIT 1',
            [$project->id(), $row, ...null === $of ? [] : [$of->id()]],
        );

        return false === $found ? null : [(string) $found[0], (int) $found[1]];
    }

    /**
     * The content of the rows when their latest pieces were made.
     *
     * @param list<int>|null $only ids of rows; null for all
     *
     * @return \Generator<int, array<string, string>> cells by column key, by the row's id
     */
    public function newestCells(Project $project, ?array $only = null): \Generator
    {
        $only = null === $only ? null : array_fill_keys($only, true);
        $seen = [];
        foreach (
            $this->connection->executeQuery(
                "SELECT piece.row_id, piece.cells FROM piece JOIN run ON run.id = piece.run_id
                 WHERE run.project_id = ? AND piece.state = 'made' AND piece.row_id IS NOT NULL AND " . RunPurpose::OF_PIECES .
                    ' ORDER BY run.number DESC',
                [$project->id()],
            )->iterateNumeric() as [$row, $cells]
        ) {
            if (!isset($seen[(int) $row]) && (null === $only || isset($only[(int) $row]))) {
                $seen[(int) $row] = true;
                yield (int) $row => array_map(strval(...), (array) json_decode((string) $cells, true));
            }
        }
    }
}

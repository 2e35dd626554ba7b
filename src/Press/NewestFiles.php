<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Project;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** The newest file of each row, of whatever run made it last. */
final readonly class NewestFiles
{
    public function __construct(private Connection $connection, private UrlGeneratorInterface $urls)
    {
    }

    /** @return array<int, string> paths of pages, by the row's id */
    public function of(Project $project): array
    {
        $found = [];
        foreach (
            $this->connection->iterateNumeric(
                "SELECT piece.row_id, run.id, piece.position FROM run JOIN piece ON piece.run_id = run.id AND piece.state = 'made'
                 JOIN run_file f ON f.run_id = run.id AND f.position = piece.position AND f.number = 0
                 WHERE run.project_id = ? AND piece.row_id IS NOT NULL ORDER BY run.number",
                [$project->id()],
            )
            as [$row, $run, $position]
        ) {
            $found[(int) $row] = ['project' => $project->id(), 'run' => $run, 'position' => $position, 'number' => 0, 'seen' => 1];
        }

        return array_map(fn (array $of): string => $this->urls->generate('run_piece', $of), $found);
    }
}

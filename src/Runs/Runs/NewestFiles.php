<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Editor\Rows\RowLinks;
use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** The newest file of each row, from whichever run made it last. */
#[AsTaggedItem(priority: 10)]
final readonly class NewestFiles implements RowLinks
{
    /** Rows that are looked for one by one. */
    private const FEW = 500;
    /** Stands for the place of a piece. */
    private const PLACE = 999_999_999;

    public function __construct(private Connection $connection, private UrlGeneratorInterface $urls)
    {
    }

    public function id(): string
    {
        return 'file';
    }

    public function heading(): string
    {
        return 'File';
    }

    public function links(Project $project, ?array $rows = null): array
    {
        $found = $pages = [];
        $only = null !== $rows && \count($rows) <= self::FEW;
        foreach (
            $this->connection->executeQuery(
                "SELECT piece.row_id, run.id, piece.position, f.name FROM piece JOIN run ON run.id = piece.run_id
                 JOIN run_file f ON f.run_id = run.id AND f.position = piece.position AND f.number = 0
                 WHERE run.project_id = ? AND piece.state = 'made' AND " . RunPurpose::OF_PIECES . ' AND ' .
                    ($only ? 'piece.row_id IN (?)' : 'piece.row_id IS NOT NULL') .
                    ' ORDER BY run.number',
                $only ? [$project->id(), $rows] : [$project->id()],
                $only ? [1 => ArrayParameterType::INTEGER] : [],
            )->iterateNumeric()
            as [$row, $run, $position, $name]
        ) {
            $page = $pages[$run] ??= $this->page($project, (string) $run);
            $found[(int) $row] = ['page' => $page[0] . $position . $page[1], 'name' => basename((string) $name)];
        }

        return $found;
    }

    public function any(Project $project): bool
    {
        $one = 'SELECT 1 FROM run_file JOIN run ON run.id = run_file.run_id WHERE run_file.project_id = ? AND run_file.position > 0 AND ' .
            RunPurpose::OF_PIECES . ' LIMIT 1';

        return false !== $this->connection->fetchOne($one, [$project->id()]);
    }

    /** @return array{string, string} what stands before a piece's place in the path of its page, and behind it */
    private function page(Project $project, string $run): array
    {
        $of = ['project' => $project->id(), 'run' => $run, 'position' => self::PLACE, 'number' => 0, 'seen' => 1];
        [$before, $behind] = explode((string) self::PLACE, $this->urls->generate('run_piece', $of), 2) + ['', ''];

        return [$before, $behind];
    }
}

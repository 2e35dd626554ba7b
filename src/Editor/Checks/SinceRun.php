<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\HandStore;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunPurpose;

/** Rows that would come out otherwise than in the newest run: by their cells, their touch-ups, or because the design changed. */
final readonly class SinceRun
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private TableRows $rows,
        private HandStore $hands,
    ) {
    }

    /** @return list<int>|null row ids; null where nothing was made yet */
    public function changed(Project $project): ?array
    {
        $run = $this->entities->getRepository(Run::class)->findOneBy(
            ['project' => $project, 'purpose' => RunPurpose::Pieces],
            ['number' => 'DESC'],
        );
        if (null === $run) {
            return null;
        }
        // All or none: another design is another piece of every row.
        $same = $run->isOf($project->templateJson());
        $made = $same ? $this->connection->fetchAllKeyValue('SELECT row_id, cells FROM piece WHERE run_id = ?', [$run->id()]) : [];
        [$before, $now] = [$run->touchUps()->toArray(), $this->hands->touchUps($project)->toArray()];
        $changed = [];
        foreach ($this->rows->active($project) as $row) {
            $id = (int) $row->id;
            $cells = isset($made[$id]) ? json_decode((string) $made[$id], true) : null;
            if ($cells !== $row->cells || ($before[$id] ?? null) != ($now[$id] ?? null)) {
                $changed[] = $id;
            }
        }

        return $changed;
    }
}

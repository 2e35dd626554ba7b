<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Maintenance\TidyTask;
use Morphea\App\Project\Projects\ProjectRepository;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/**
 * Deletes runs older than a number of days (MORPHEA_KEEP_RUNS, 0 for never), except the newest of each project and those
 * others still see, and then files that no run has any more. Runs before the tidying of pictures and fonts that runs
 * need.
 */
#[AsTaggedItem(priority: 10)]
final readonly class TidyRuns implements TidyTask
{
    public function __construct(
        private Connection $connection,
        private ShownByRun $shown,
        private FrozenAssets $assets,
        private EntityManagerInterface $entities,
        private JobDispatcher $desk,
        private Sweeper $sweeper,
        private ProjectRepository $projects,
        private int $keepRunsDays,
    ) {
    }

    public function tidy(): array
    {
        return [
            'maintenance.tidied.runs' => $this->oldRuns(),
            'maintenance.tidied.run_files' => $this->assets->tidy(),
            'maintenance.tidied.run_folders' => $this->sweeper->folders('runs', $this->runs(...)),
            'maintenance.tidied.piece_folders' => $this->sweeper->folders(FileStore::FOLDER, $this->projects->ids(...))
                + $this->sweeper->files(FileStore::FOLDER, $this->isNobodys(...), deep: true),
        ];
    }

    private function oldRuns(): int
    {
        if (0 === $this->keepRunsDays) {
            return 0;
        }
        $old = $this->connection->fetchFirstColumn(
            'SELECT run.id FROM run WHERE run.ordered_at < ? AND run.number <
                (SELECT MAX(other.number) FROM run other WHERE other.project_id = run.project_id)',
            [Time::at("-$this->keepRunsDays days")->format('Y-m-d H:i:s')],
        );
        $count = 0;
        foreach ($old as $id) {
            $run = $this->entities->find(Run::class, $id);
            // What a page, a post, a code or an email still to come shows stays, however old it is.
            if (null !== $run && !$run->isUnderWay() && [] === $this->shown->words($run)) {
                $this->entities->detach($run);
                $this->desk->forget($run->job());
                ++$count;
            }
        }

        return $count;
    }

    /** Pieces' files that no run has any more, for example from a worker that was killed before it could record them. */
    private function isNobodys(string $path): bool
    {
        return false === $this->connection->fetchOne('SELECT 1 FROM run_file WHERE path = ? LIMIT 1', [$path]);
    }

    /** @return list<string> */
    private function runs(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn('SELECT id FROM run'));
    }
}

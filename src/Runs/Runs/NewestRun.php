<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Editor\Checks\RunHistory;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * The newest run of a project, and the rows whose pieces would differ now because their cells, touch-ups or the design
 * changed.
 */
final readonly class NewestRun implements RunHistory
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private TableRows $rows,
        private TouchUpStore $hands,
    ) {
    }

    public function find(Project $project): ?Run
    {
        return $this->entities->getRepository(Run::class)->findOneBy(
            ['project' => $project, 'purpose' => RunPurpose::Pieces],
            ['number' => 'DESC'],
        );
    }

    public function naming(Project $project): ?Naming
    {
        $run = $this->find($project);
        if (null === $run) {
            return null;
        }
        $pattern = Pattern::parse($run->namePattern(), $project->design()->locale);
        $keys = array_map(static fn (Column $column): string => $column->key, $project->columns());
        $day = Time::at()->format('Y-m-d');

        return [] === $pattern->unknownColumns([...$keys, ...array_keys(Naming::MORE)])
            ? new Naming($pattern, $run->plainNames(), $run->nameBytes(), $day)
            : null;
    }

    public function changedSince(Project $project): ?array
    {
        $run = $this->find($project);
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

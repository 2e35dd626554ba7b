<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Checks all changed rows of a project in the background until none is left. */
final readonly class InspectAll implements Task
{
    /** So often it begins anew where rows change while it looks. */
    private const ROUNDS = 3;

    public function __construct(private Inspector $looker, private EntityManagerInterface $entities)
    {
    }

    public static function kind(): string
    {
        return 'proof';
    }

    public function counts(): string
    {
        return 'rows_checked';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $this->entities->refresh($project);
            $waiting = $this->looker->waiting($project);
            if (0 === $waiting->count() && $round > 0) {
                break;
            }
            // Rows count twice where their pixels are looked at: once for each.
            [$rows, $all] = [\count($waiting->rows), \count($waiting->rows) + $waiting->count()];
            $this->looker->layout($project, $waiting, static fn (int $done) => $report->done($done, $all));
            $this->looker->settle($project, $waiting);
            $this->looker->pixels($project, $waiting, static fn (int $done) => $report->done($rows + $done, $all));
        }

        return [];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('proof.too_much.check');
    }
}

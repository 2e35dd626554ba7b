<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Jobs\CleansUp;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobStoppedException;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Reads a large table file in the background; `sheet` is the chosen one, empty for the detected one. */
final readonly class ReadTable implements Task, CleansUp
{
    public function __construct(private ImportStore $imports)
    {
    }

    public static function kind(): string
    {
        return ImportStore::READS;
    }

    public function counts(): string
    {
        return 'lines_read';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        $sheet = $job->text('sheet');
        try {
            $this->imports->read($project, $job->text('import'), '' === $sheet ? null : $sheet, $report);
        } catch (JobStoppedException $e) {
            $this->clearUp($job);
            throw $e;
        }

        return [];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('rows.too_much.read');
    }

    public function clearUp(Job $job): void
    {
        if ($job->project() instanceof Project) {
            $this->imports->forget($job->project(), $job->text('import'));
        }
    }
}

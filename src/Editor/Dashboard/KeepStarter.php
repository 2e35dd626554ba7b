<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Saves a project with many pictures as a starter in the background. */
final readonly class KeepStarter implements Task
{
    public const KIND = 'keep-starter';

    public function __construct(private OwnStarters $starters)
    {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'pictures';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        return ['name' => $this->starters->keep($project, $report)->name()];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('projects.work.too_much.save');
    }
}

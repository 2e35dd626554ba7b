<?php

declare(strict_types=1);

namespace Morphea\App\Projects;

use Morphea\App\Entity\Job;
use Morphea\App\Work\Report;
use Morphea\App\Work\Stopped;
use Morphea\App\Work\Task;

/** Keeps a project with many pictures as a starter in the background. */
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

    public function do(Job $job, Report $report): array
    {
        $project = $job->project() ?? throw new Stopped();
        return ['name' => $this->starters->keep($project, $report)->name()];
    }

    public function tooMuch(Job $job): string
    {
        return 'The project is too much to be kept at once. Take pictures out of it that are not needed.';
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Saves a project with many pictures as a file in the background, in the job's folder. */
final readonly class SaveProject implements Task
{
    public const KIND = 'save-project';

    public function __construct(private ProjectFile $file, private FilesystemOperator $files)
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
        $path = $this->file->write($project, true, $report);
        try {
            $stream = fopen($path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream("{$job->folder()}/file", $stream);

            return ['bytes' => filesize($path)];
        } finally {
            unlink($path);
        }
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('projects.work.too_much.save');
    }
}

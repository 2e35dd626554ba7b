<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Platform\Jobs\UntimedTask;
use Morphea\App\Project\Projects\Project;

/** Writes a large workbook in the background; the file then lies in the job's folder. */
final readonly class WriteTable implements Task, UntimedTask
{
    public function __construct(private TablesOut $out, private FilesystemOperator $files)
    {
    }

    public static function kind(): string
    {
        return TablesOut::WRITES;
    }

    public function counts(): string
    {
        return 'rows written';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        $path = $this->out->write($project, $job->text('ending'), $job->text('site'), $report->done(...));
        try {
            $stream = fopen($path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream(TablesOut::path($job), $stream);

            return ['bytes' => filesize($path)];
        } finally {
            unlink($path);
        }
    }

    public function tooMuch(Job $job): string
    {
        return 'The table could not be written so. Write it out as CSV.';
    }
}

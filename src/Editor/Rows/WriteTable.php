<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Platform\Jobs\UntimedTask;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Exports a large workbook in the background, as a file in the job's folder. */
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
        return 'rows_written';
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

    public function tooMuch(Job $job): Message
    {
        return new Message('rows.too_much.export');
    }
}

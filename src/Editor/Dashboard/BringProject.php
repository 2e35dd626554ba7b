<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Platform\Files\LocalCopy;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Makes a project from a large file, or from one of the member's starters, in the background. */
final readonly class BringProject implements Task
{
    public const KIND = 'bring-project';

    public function __construct(
        private ProjectMaker $maker,
        private OwnStarters $starters,
        private MorpheaArchive $archive,
        private LocalCopy $local,
    ) {
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
        $make = fn (MorpheaFile $file): Project => $this->maker->fromFile(
            $job->owner(),
            '' === $job->text('without_rows') ? $file : $file->withoutRows(),
            $job->text('name'),
            $report,
        );
        if ('' === $job->text('starter')) {
            $project = $this->local->with(
                "{$job->folder()}/file",
                fn (string $path): Project => $make($this->archive->read($path, $job->text('name'))),
            );
        } else {
            $starter =
                $this->starters->find($job->owner(), $job->text('starter')) ??
                throw new UploadException(new Message('projects.starters.gone'));
            $project = $this->starters->load($starter, $make);
        }

        return ['project' => $project->id(), 'to' => '' === $job->text('without_rows') ? 'compose' : 'rows'];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('projects.work.too_much.bring');
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Projects;

use Morphea\App\Entity\Job;
use Morphea\App\Entity\Project;
use Morphea\App\Import\MorpheaArchive;
use Morphea\App\Import\MorpheaFile;
use Morphea\App\Import\UploadError;
use Morphea\App\Storage\LocalCopy;
use Morphea\App\Work\Report;
use Morphea\App\Work\Task;

/** Makes a project of a large file, or of a starter of the member's own, in the background. */
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

    public function do(Job $job, Report $report): array
    {
        $make = fn (MorpheaFile $file): Project => $this->maker->fromFile(
            $job->owner(),
            '' === $job->text('without_rows') ? $file : $file->withoutRows(),
            $job->text('name'),
            $report,
        );
        if ('' === $job->text('starter')) {
            $project = $this->local->of(
                "{$job->folder()}/file",
                fn (string $path): Project => $make($this->archive->read($path, $job->text('name'))),
            );
        } else {
            $starter =
                $this->starters->find($job->owner(), $job->text('starter')) ??
                throw new UploadError('The starter is not there any more.');
            $project = $this->starters->load($starter, $make);
        }

        return ['project' => $project->id(), 'to' => '' === $job->text('without_rows') ? 'compose' : 'rows'];
    }

    public function tooMuch(Job $job): string
    {
        return 'Something in this file is too much to be read. Save the project in parts, or take its largest pictures out of it.';
    }
}

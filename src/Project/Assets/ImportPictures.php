<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Files\LocalCopy;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Psr\EventDispatcher\EventDispatcherInterface;

/** Imports many pictures in the background. A picture that exists already is not imported again. */
final readonly class ImportPictures implements Task
{
    public function __construct(
        private PictureImporter $intake,
        private EventDispatcherInterface $events,
        private FilesystemOperator $files,
        private LocalCopy $local,
    ) {
    }

    public static function kind(): string
    {
        return PictureImporter::TAKES;
    }

    public function counts(): string
    {
        return 'pictures_read';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        $names = [];
        $notices = $job->texts('notices');
        $done = 0;
        try {
            foreach ($job->texts('names') as $i => $name) {
                $this->local->with("{$job->folder()}/$i", function (string $path) use (
                    $project,
                    $name,
                    $report,
                    &$names,
                    &$notices,
                    &$done,
                ): void {
                    foreach ($this->intake->one($project, $path, $name) as [$in, $sentence]) {
                        null === $in ? ($notices[] = $sentence ?? '') : ($names[$in] = true);
                        $report->done(++$done);
                    }
                });
            }
        } finally {
            // Stopped or not: recipes find those that are in.
            $this->events->dispatch(new PicturesChanged($project));
        }
        $this->files->deleteDirectory($job->folder());

        return ['names' => array_map(strval(...), array_keys($names)), 'notices' => $notices];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('compose.too_much.pictures');
    }
}

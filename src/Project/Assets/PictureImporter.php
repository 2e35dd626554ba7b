<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\PictureUpload;
use Morphea\App\Platform\Files\ReceivedFile;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Psr\EventDispatcher\EventDispatcherInterface;

/**
 * Imports uploaded pictures, clips and sounds into a project: valid ones are added, problems with others are reported. A
 * few are imported at once; many, and clips, by a worker, with progress and a stop button. Recipes that look for
 * pictures run again.
 */
final readonly class PictureImporter
{
    public const TAKES = 'take-pictures';
    /** What comes in at once; more takes longer than anybody should look at a page that does not move. */
    private const AT_ONCE_BYTES = 8_000_000;
    private const AT_ONCE_FILES = 20;

    public function __construct(
        private PictureUpload $upload,
        private PictureStore $pictures,
        private EventDispatcherInterface $events,
        private FilesystemOperator $files,
        private JobDispatcher $desk,
    ) {
    }

    /**
     * @param list<ReceivedFile> $uploads
     * @param list<Message|string> $notices what is wrong with others already
     * @param bool           $now     whatever it takes: who sends them one by one waits for each
     */
    public function take(Project $project, array $uploads, array $notices = [], bool $now = false): ImportedPictures
    {
        $entries = $bytes = 0;
        $slow = false;
        foreach ($uploads as $upload) {
            $entries += $this->upload->count($upload->path);
            $bytes += (int) filesize($upload->path);
            $slow = $slow || PictureUpload::isSlow($upload->path);
        }
        if (!$now && ($slow || $bytes > self::AT_ONCE_BYTES || $entries > self::AT_ONCE_FILES)) {
            return new ImportedPictures([], $notices, $this->keep($project, $uploads, $entries, $notices));
        }
        $names = [];
        foreach ($uploads as $upload) {
            foreach ($this->one($project, $upload->path, $upload->name) as [$name, $sentence]) {
                null === $name ? ($notices[] = $sentence ?? '') : ($names[$name] = true);
            }
        }
        $this->events->dispatch(new PicturesChanged($project));

        return new ImportedPictures(array_map(strval(...), array_keys($names)), $notices);
    }

    /**
     * The outcome of an upload, reported once: the job is deleted when it has ended. Null if there is none; while a
     * worker is busy, the caller is told to wait.
     */
    public function came(Project $project, string $id): ?ImportedPictures
    {
        $job = $this->desk->find($project, self::TAKES, $id);
        if (null === $job || $job->isUnderWay()) {
            return null === $job ? null : new ImportedPictures([], [], $job);
        }
        $taken = JobState::Failed === $job->state() ? new ImportedPictures([], [$job->error()]) : ImportedPictures::of($job->outcome());
        $this->desk->forget($job);

        return $taken;
    }

    /** @return \Generator<int, array{string|null, Message|string|null}> the name a picture got, or what is wrong with it */
    public function one(Project $project, string $path, string $name): \Generator
    {
        try {
            foreach ($this->upload->read($path, $name) as $read) {
                yield $read instanceof UploadException
                    ? [null, $read->says()]
                    : [$this->pictures->add($project, $read), null];
            }
        } catch (UploadException $e) {
            yield [null, $e->says()];
        }
    }

    /**
     * @param list<ReceivedFile> $uploads
     * @param list<Message|string> $notices
     */
    private function keep(Project $project, array $uploads, int $entries, array $notices): Job
    {
        $facts = ['names' => array_map(static fn (ReceivedFile $upload): string => $upload->name, $uploads), 'notices' => $notices];
        $job = $this->desk->note(self::TAKES, $project->owner(), $project, $facts, $entries);
        foreach ($uploads as $i => $upload) {
            $stream = fopen($upload->path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream("{$job->folder()}/$i", $stream);
        }
        $this->desk->ask($job);

        return $job;
    }
}

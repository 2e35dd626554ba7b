<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Project;
use Morphea\App\Import\PictureUpload;
use Morphea\App\Import\UploadError;
use Morphea\App\Rows\TableStore;
use Morphea\App\Web\Progress;
use Morphea\App\Web\Upload;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Uid\Ulid;

/**
 * Pictures that people send, into a project: those that can be used come in, what is wrong with the others is told. Few come in at once; of many a worker takes
 * care, and they can be watched and stopped. Recipes that look for pictures run again.
 */
final readonly class PictureIntake
{
    /** What comes in at once; more takes longer than anybody should look at a page that does not move. */
    private const AT_ONCE_BYTES = 8_000_000;
    private const AT_ONCE_FILES = 20;
    /** Times a worker may die over the same upload. */
    private const TRIES = 3;

    public function __construct(private PictureUpload $upload, private PictureStore $pictures, private TableStore $tables, private FilesystemOperator $files, private WorkNotes $notes, private MessageBusInterface $bus)
    {
    }

    /** @param bool $now whatever it takes: who sends them one by one waits for each */
    public function take(Project $project, Request $request, bool $now = false): Taken
    {
        [$uploads, $told] = Upload::many($request, 'pictures');
        $entries = $bytes = 0;
        foreach ($uploads as $upload) {
            $entries += $this->upload->count($upload->path);
            $bytes += (int) filesize($upload->path);
        }
        if (!$now && ($bytes > self::AT_ONCE_BYTES || $entries > self::AT_ONCE_FILES)) {
            return new Taken([], $told, $this->keep($project, $uploads, $entries, $told));
        }
        $names = [];
        foreach ($uploads as $upload) {
            foreach ($this->one($project, $upload->path, $upload->name) as [$name, $sentence]) {
                null === $name ? $told[] = (string) $sentence : $names[$name] = true;
            }
        }
        $this->tables->recook($project);

        return new Taken(array_map(strval(...), array_keys($names)), $told);
    }

    /** How far the worker is; what came of it once it has ended; null when there is no such upload, or no more. */
    public function look(Project $project, string $id): Progress|Taken|null
    {
        $told = 1 === preg_match('/^[0-9a-z]{26}$/', $id) ? $this->notes->told($this->folder($project, $id).'/progress') : null;

        return match (true) {
            null === $told => null,
            isset($told['names']) => Taken::of($told),
            default => Progress::of($told),
        };
    }

    /** Forgets an upload; a worker that is at it ends. Pictures that are in already stay. */
    public function forget(Project $project, string $id): void
    {
        if (1 === preg_match('/^[0-9a-z]{26}$/', $id)) {
            $this->files->deleteDirectory($this->folder($project, $id));
        }
    }

    /** What a worker does with a large upload. */
    public function work(Project $project, string $id): void
    {
        $folder = $this->folder($project, $id);
        $list = $this->notes->told("$folder/list");
        $told = $this->notes->told("$folder/progress");
        if (null === $list || null === $told || isset($told['names'])) {
            return;
        }
        $sentences = (array) ($list['told'] ?? []);
        $facts = ['done' => 0, 'total' => (int) $list['total'], 'started' => microtime(true), 'tries' => 1 + (int) ($told['tries'] ?? 0)];
        if ($facts['tries'] > self::TRIES) {
            $this->notes->tell("$folder/progress", ['names' => [], 'told' => ['Something among these pictures is too much to be read. Those before it are here; send the others in smaller parts.']]);

            return;
        }
        $this->notes->tell("$folder/progress", $facts);
        $names = [];
        foreach ((array) $list['names'] as $i => $name) {
            $local = (string) tempnam(sys_get_temp_dir(), 'morphea');
            try {
                file_put_contents($local, $this->files->readStream("$folder/$i"));
                foreach ($this->one($project, $local, (string) $name) as [$in, $sentence]) {
                    null === $in ? $sentences[] = (string) $sentence : $names[$in] = true;
                    ++$facts['done'];
                    if (!$this->files->fileExists("$folder/list")) {
                        // Stopped: nobody waits for it any more.
                        $this->tables->recook($project);
                        $this->files->deleteDirectory($folder);

                        return;
                    }
                    $this->notes->tell("$folder/progress", $facts);
                }
            } finally {
                unlink($local);
            }
        }
        $this->tables->recook($project);
        $this->notes->tell("$folder/progress", ['names' => array_map(strval(...), array_keys($names)), 'told' => $sentences]);
        foreach (['list', ...array_keys((array) $list['names'])] as $sent) {
            $this->files->delete("$folder/$sent");
        }
    }

    /** @return \Generator<int, array{string|null, string|null}> the name a picture got, or what is wrong with it */
    private function one(Project $project, string $path, string $name): \Generator
    {
        try {
            foreach ($this->upload->read($path, $name) as $read) {
                yield $read instanceof UploadError ? [null, $read->getMessage()] : [$this->pictures->add($project, $read), null];
            }
        } catch (UploadError $e) {
            yield [null, $e->getMessage()];
        }
    }

    /**
     * @param list<Upload> $uploads
     * @param list<string> $told
     */
    private function keep(Project $project, array $uploads, int $entries, array $told): string
    {
        $this->notes->sweep("uploads/{$project->id()}");
        $id = strtolower((string) new Ulid());
        $folder = $this->folder($project, $id);
        foreach ($uploads as $i => $upload) {
            $stream = fopen($upload->path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream("$folder/$i", $stream);
        }
        $this->notes->tell("$folder/list", ['names' => array_map(static fn (Upload $upload): string => $upload->name, $uploads), 'total' => $entries, 'told' => $told]);
        $this->notes->tell("$folder/progress", ['total' => $entries]);
        $this->bus->dispatch(new TakePictures($project->id(), $id));

        return $id;
    }

    private function folder(Project $project, string $id): string
    {
        return "uploads/{$project->id()}/$id";
    }
}

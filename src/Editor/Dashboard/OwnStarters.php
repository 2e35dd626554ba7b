<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\LocalCopy;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Project\Projects\Project;

/** Designs that members saved to start projects from. */
final readonly class OwnStarters
{
    public function __construct(
        private EntityManagerInterface $entities,
        private FilesystemOperator $files,
        private ProjectFile $file,
        private MorpheaArchive $archive,
        private LocalCopy $local,
    ) {
    }

    /** @return list<OwnStarter> the latest first */
    public function all(Member $owner): array
    {
        return $this->entities->getRepository(OwnStarter::class)->findBy(['owner' => $owner], ['keptAt' => 'DESC', 'id' => 'DESC']);
    }

    public function find(Member $owner, string $id): ?OwnStarter
    {
        return $this->entities->getRepository(OwnStarter::class)->findOneBy(['id' => $id, 'owner' => $owner]);
    }

    /** Saves a project's design, with its pictures, and its rows as examples. */
    public function keep(Project $project, ?ProgressReporter $report = null): OwnStarter
    {
        $starter = new OwnStarter($project->owner(), $project->name(), $project->design()->size());
        $path = $this->file->write($project, true, $report);
        try {
            $stream = fopen($path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream($starter->path(), $stream);
        } finally {
            unlink($path);
        }
        $this->entities->persist($starter);
        $this->entities->flush();

        return $starter;
    }

    public function size(OwnStarter $starter): int
    {
        return $this->files->fileSize($starter->path());
    }

    /**
     * @template T
     *
     * @param \Closure(MorpheaFile): T $use while the file is at hand
     *
     * @return T
     */
    public function load(OwnStarter $starter, \Closure $use): mixed
    {
        return $this->local->with(
            $starter->path(),
            fn (string $path): mixed => $use($this->archive->read($path, $starter->name())),
        );
    }

    public function forget(OwnStarter $starter): void
    {
        $this->files->delete($starter->path());
        $this->entities->remove($starter);
        $this->entities->flush();
    }
}

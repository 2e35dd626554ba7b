<?php

declare(strict_types=1);

namespace Morphea\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Member;
use Morphea\App\Entity\OwnStarter;
use Morphea\App\Entity\Project;
use Morphea\App\Import\MorpheaArchive;
use Morphea\App\Import\MorpheaFile;

/** Templates that members keep to start further projects from. */
final readonly class OwnStarters
{
    public function __construct(private EntityManagerInterface $entities, private FilesystemOperator $files, private ProjectFile $file, private MorpheaArchive $archive)
    {
    }

    /** @return list<OwnStarter> the latest first */
    public function all(Member $owner): array
    {
        return $this->entities->getRepository(OwnStarter::class)->findBy(['owner' => $owner], ['keptAt' => 'DESC']);
    }

    public function find(Member $owner, string $id): ?OwnStarter
    {
        return $this->entities->getRepository(OwnStarter::class)->findOneBy(['id' => $id, 'owner' => $owner]);
    }

    /** Keeps a project's template, with its pictures and its rows as examples. */
    public function keep(Project $project): OwnStarter
    {
        $starter = new OwnStarter($project->owner(), $project->name(), $project->template()->size());
        $path = $this->file->write($project, true);
        try {
            $this->files->write($starter->path(), (string) file_get_contents($path));
        } finally {
            unlink($path);
        }
        $this->entities->persist($starter);
        $this->entities->flush();

        return $starter;
    }

    public function load(OwnStarter $starter): MorpheaFile
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($path, $this->files->readStream($starter->path()));

            return $this->archive->read($path, $starter->name());
        } finally {
            unlink($path);
        }
    }

    public function forget(OwnStarter $starter): void
    {
        $this->files->delete($starter->path());
        $this->entities->remove($starter);
        $this->entities->flush();
    }
}

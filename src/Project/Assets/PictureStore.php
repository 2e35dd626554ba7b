<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Naming\FreeName;
use Morphea\Core\Table\Naming\PictureNames;

/**
 * A project's pictures, clips and sounds: adding, finding by name, deleting.
 *
 * @phpstan-type Pictures list<array{string, string, string, int, float, float, float, float, float|null}>
 */
final class PictureStore
{
    public const FOLDER = 'pictures';
    public const TRASH = 'trash';

    /** @var array{string, int, array<string, StoredPicture>}|null those of the project looked at last, with its picture version */
    private ?array $known = null;

    private int $changes = 0;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly FilesystemOperator $files,
    ) {
    }

    /** @return string the name it got */
    public function add(Project $project, PictureFile $picture): string
    {
        return $this->attach($project, $this->keep($picture));
    }

    /** Stores a picture's bytes, whoever it will belong to. */
    public function keep(PictureFile $picture): KeptPicture
    {
        $hash = hash('sha256', $picture->bytes);
        // Written again where it is there already: what was written lately is not tidied away.
        $this->files->write(StoredPicture::pathOf($hash), $picture->bytes);

        return new KeptPicture(
            $picture->name,
            $picture->mime,
            $hash,
            \strlen($picture->bytes),
            $picture->width,
            $picture->height,
            $picture->focusX,
            $picture->focusY,
            $picture->seconds,
        );
    }

    /** @return string the name it got: another file of that name already there keeps its own; identical files are kept once */
    public function attach(Project $project, KeptPicture $picture): string
    {
        ['filename' => $stem, 'extension' => $ending] = pathinfo($picture->name) + ['extension' => ''];
        $free = FreeName::of(
            $stem,
            fn (string $one): bool => !\in_array($this->there($project, "$one.$ending")?->hash(), [null, $picture->hash], true),
        );
        $name = '' === $ending ? $picture->name : "$free.$ending";
        if (null !== $this->there($project, $name)) {
            return $name;
        }
        $this->entities->persist(
            new StoredPicture(
                $project,
                $name,
                $picture->mime,
                $picture->hash,
                $picture->bytes,
                $picture->width,
                $picture->height,
                $picture->focusX,
                $picture->focusY,
                $picture->seconds,
            ),
        );
        $this->entities->flush();
        $this->changed($project);

        return $name;
    }

    public function find(Project $project, string $name): ?StoredPicture
    {
        return $this->byName($project)[$name] ?? null;
    }

    /** Asks the database: another worker may have imported it a moment ago. */
    private function there(Project $project, string $name): ?StoredPicture
    {
        return $this->entities->getRepository(StoredPicture::class)->findOneBy(['project' => $project, 'name' => $name]);
    }

    /** @return list<StoredPicture> by name */
    public function all(Project $project): array
    {
        return array_values($this->byName($project));
    }

    /** As they are at the time of asking. */
    public function shelf(Project $project): AssetSet
    {
        return new AssetSet(fn (): array => $this->byName($project));
    }

    /** The visible one that a cell refers to. */
    public function names(Project $project): PictureNames
    {
        return $this->shelf($project)->names();
    }

    /** @return list<string> */
    public function soundNames(Project $project): array
    {
        return $this->shelf($project)->soundNames();
    }

    /** @return array<string, StoredPicture> read once, as long as none comes or goes */
    private function byName(Project $project): array
    {
        $one = array_values($this->known[2] ?? [])[0] ?? null;
        if (
            $project->id() !== ($this->known[0] ?? null)
            || $project->pictureVersion() !== $this->known[1]
            || (null !== $one && !$this->entities->contains($one))
        ) {
            $all = $this->entities->getRepository(StoredPicture::class)->findBy(['project' => $project], ['name' => 'ASC']);
            $names = array_map(static fn (StoredPicture $one): string => $one->name(), $all);
            $this->known = [$project->id(), $project->pictureVersion(), array_combine($names, $all)];
        }

        return $this->known[2];
    }

    /** Deletes a picture's record. Its bytes stay, since others may share them. */
    public function remove(StoredPicture $asset): void
    {
        $project = $asset->project();
        $this->entities->remove($asset);
        $this->entities->flush();
        $this->changed($project);
    }

    public function focus(StoredPicture $asset, ?float $x, ?float $y): void
    {
        $asset->setFocus($x, $y);
        $this->entities->flush();
        $this->changed($asset->project());
    }

    /** Counts changes of pictures, which entities do not notice. */
    public function changes(): int
    {
        return $this->changes;
    }

    private function changed(Project $project): void
    {
        $this->known = null;
        ++$this->changes;
        $this->entities
            ->createQuery('UPDATE ' . Project::class . ' p SET p.pictureVersion = p.pictureVersion + 1 WHERE p.id = :id')
            ->execute(['id' => $project->id()]);
    }

    /**
     * Name, media type, hash, bytes, width, height, focus and seconds of each, read directly from the database.
     *
     * @return Pictures by name
     */
    public function facts(Project $project): array
    {
        return array_map(static fn (array $one): array => [
            (string) $one[0],
            (string) $one[1],
            (string) $one[2],
            (int) $one[3],
            (float) $one[4],
            (float) $one[5],
            (float) $one[6],
            (float) $one[7],
            null === $one[8] ? null : (float) $one[8],
        ], $this->entities->getConnection()->fetchAllNumeric(
            'SELECT name, mime, hash, bytes, width, height, COALESCE(set_x, found_x), COALESCE(set_y, found_y), seconds
                FROM picture WHERE project_id = ? ORDER BY name',
            [$project->id()],
        ));
    }

    /**
     * What pieces depend on, read directly from the database: name, hash, and focus as detected and as set.
     *
     * @return list<list<mixed>> by name
     */
    public function inputs(Project $project): array
    {
        return $this->entities->getConnection()->fetchAllNumeric(
            'SELECT name, hash, found_x, found_y, set_x, set_y FROM picture WHERE project_id = ? ORDER BY name',
            [$project->id()],
        );
    }

    /** The size of a project's pictures in bytes. */
    public function size(Project $project): int
    {
        return (int) $this->entities
            ->createQuery('SELECT COALESCE(SUM(a.bytes), 0) FROM ' . StoredPicture::class . ' a WHERE a.project = :project')
            ->setParameter('project', $project)
            ->getSingleScalarResult();
    }

    /** Copies all pictures of a project to another of the same member: they share the bytes. */
    public function copy(Project $from, Project $to): void
    {
        foreach ($this->all($from) as $asset) {
            $copy = new StoredPicture(
                $to,
                $asset->name(),
                $asset->mime(),
                $asset->hash(),
                $asset->bytes(),
                $asset->width(),
                $asset->height(),
                $asset->foundFocus()[0],
                $asset->foundFocus()[1],
                $asset->seconds(),
            );
            if ($asset->isFocusSet()) {
                $copy->setFocus(...$asset->focus());
            }
            $this->entities->persist($copy);
        }
        $this->entities->flush();
    }
}

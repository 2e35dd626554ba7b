<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Asset;
use Morphea\App\Entity\Project;
use Morphea\App\Import\PictureFile;
use Morphea\App\Render\PictureSet;
use Morphea\Core\Drawing\Picture;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** A project's pictures: put in, found by name, and made ready for drawings. */
final readonly class PictureStore
{
    public function __construct(private EntityManagerInterface $entities, private FilesystemOperator $files, private UrlGeneratorInterface $urls)
    {
    }

    /** @return string the name it got: another file of that name already there keeps its own */
    public function add(Project $project, PictureFile $picture): string
    {
        $hash = hash('sha256', $picture->bytes);
        $name = $picture->name;
        for ($n = 2; null !== $there = $this->find($project, $name); ++$n) {
            if ($there->hash() === $hash) {
                return $name;
            }
            $name = pathinfo($picture->name, \PATHINFO_FILENAME)."-$n.".pathinfo($picture->name, \PATHINFO_EXTENSION);
        }
        $asset = new Asset($project, $name, $picture->mime, $hash, \strlen($picture->bytes), $picture->width, $picture->height);
        if (!$this->files->fileExists($asset->path())) {
            $this->files->write($asset->path(), $picture->bytes);
        }
        $this->entities->persist($asset);
        $this->entities->flush();

        return $name;
    }

    public function find(Project $project, string $name): ?Asset
    {
        return $this->entities->getRepository(Asset::class)->findOneBy(['project' => $project, 'name' => $name]);
    }

    public function bytes(Asset $asset): string
    {
        return $this->files->read($asset->path());
    }

    /** Pictures by their address, for pages. */
    public function linked(Project $project): PictureSet
    {
        return $this->set($project, fn (Asset $asset): Picture => Picture::raster(
            $this->urls->generate('picture', ['project' => $project->id(), 'name' => $asset->name()]),
            $asset->width(),
            $asset->height(),
        ));
    }

    /** Pictures with their bytes inside, for files that stand alone. */
    public function embedded(Project $project): PictureSet
    {
        return $this->set($project, fn (Asset $asset): Picture => PictureSet::embedded($asset->mime(), $this->bytes($asset), $asset->width(), $asset->height()));
    }

    /** @param \Closure(Asset): Picture $raster */
    private function set(Project $project, \Closure $raster): PictureSet
    {
        return new PictureSet(function (string $name) use ($project, $raster): ?Picture {
            $asset = $this->find($project, $name);
            if (null === $asset) {
                return null;
            }

            return 'image/svg+xml' === $asset->mime() ? PictureSet::vector($this->bytes($asset), $asset->width(), $asset->height()) : $raster($asset);
        });
    }
}

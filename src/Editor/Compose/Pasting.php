<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\PasteLayers;
use Morphea\Core\Design\Properties\DesignException;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** Pastes copies of layers, from the same project or another one of the same member, with their pictures. */
final readonly class Pasting
{
    public function __construct(
        private ComposeScreen $screen,
        private PictureStore $pictures,
        private PictureFiles $files,
        private EntityManagerInterface $entities,
    ) {
    }

    /** @param list<mixed> $layers as in the file format */
    public function paste(Project $project, Request $request, array $layers, float $dpi): Response
    {
        $design = $project->design();
        $paste = new PasteLayers(
            $layers,
            $dpi,
            min($design->width, $design->height) / 40,
            ComposeView::page($project, ComposeScreen::layers($request), ComposeScreen::page($request)),
        );
        try {
            $ids = $paste->paste($design)[1];
        } catch (DesignException $e) {
            return $this->screen->refused($project, $request, $e->says());
        }

        return $this->screen->edit($project, $request, static fn (): Edit => $paste, $ids);
    }

    /**
     * Copies pictures that the pasted layers show and this project lacks, from the project they were copied in, if the
     * same member owns it.
     *
     * @param list<mixed> $layers
     */
    public function bringPictures(Project $project, array $layers, string $from): void
    {
        $source =
            $from === $project->id()
                ? null
                : $this->entities->getRepository(Project::class)->findOneBy(['id' => $from, 'owner' => $project->owner()]);
        if (null === $source) {
            return;
        }
        foreach (array_filter($layers, is_array(...)) as $layer) {
            $dealt = \is_array($layer['pool'] ?? null) ? array_values($layer['pool']) : [];
            foreach (
                [$layer['picture'] ?? null, $layer['empty']['other'] ?? null, $layer['missing']['other'] ?? null, ...$dealt]
                as $name
            ) {
                $asset = \is_string($name) ? $this->pictures->find($source, $name) : null;
                if (null !== $asset) {
                    $this->pictures->add($project, $this->files->file($asset));
                }
            }
        }
    }
}

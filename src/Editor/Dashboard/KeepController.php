<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Saves projects: as a file or as a starter; at once or, with many pictures, in the background. */
final class KeepController extends AbstractController
{
    /** Bytes of pictures that are packed while somebody waits for the answer. */
    private const AT_ONCE_BYTES = 8_000_000;

    public function __construct(
        private readonly ProjectFile $file,
        private readonly OwnStarters $own,
        private readonly PictureStore $pictures,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('/projects/{project}/save.morphea', name: 'project_save', methods: ['GET'])]
    public function save(Project $project): Response
    {
        return $this->isLarge($project)
            ? $this->inBackground(SaveProject::KIND, $project)
            : Attachment::file(
                $this->file->write($project, true),
                (SafeName::of($project->name()) ?: 'project') . '.morphea',
                'application/zip',
            );
    }

    /** Saves the design as one of the member's starters. */
    #[Route('/projects/{project}/keep', name: 'project_keep', methods: ['POST'])]
    public function keep(Project $project): Response
    {
        if ($this->isLarge($project)) {
            return $this->inBackground(KeepStarter::KIND, $project);
        }
        $this->own->keep($project);
        $this->addFlash(
            'good',
            new Message('projects.kept.done', ['name' => $project->name()]),
        );

        return $this->redirectToRoute('projects');
    }

    private function isLarge(Project $project): bool
    {
        return $this->pictures->size($project) > self::AT_ONCE_BYTES;
    }

    private function inBackground(string $kind, Project $project): Response
    {
        $job = $this->desk->note($kind, $project->owner(), $project, ['name' => $project->name()]);
        $this->desk->ask($job);

        return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
    }
}

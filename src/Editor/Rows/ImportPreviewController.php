<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** An uploaded table is checked and corrected before it is imported. */
#[Route('/projects/{project}/rows/import')]
final class ImportPreviewController extends AbstractController
{
    private const SECONDS = 120;

    public function __construct(
        private readonly ImportStore $imports,
        private readonly ImportPreview $preview,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('/{import}', name: 'import', methods: ['GET'])]
    public function look(Project $project, string $import, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        $taking = $this->desk->called($project, TakeImport::KIND, $import);
        if (JobState::Done === $taking?->state()) {
            return $this->taken($project, $taking);
        }
        $name = $this->imports->name($project, $import) ?? throw $this->createNotFoundException('No such import.');
        $here = [
            'project' => $project,
            'here' => 'rows',
            'import' => $import,
            'name' => $name,
            'asked' => $request->query->all(),
        ];
        if (true === $taking?->isUnderWay()) {
            return $this->render('rows/reading.html.twig', $here + ['view' => $this->desk->view($taking), 'taking' => true]);
        }
        if (null !== $taking) {
            $this->addFlash('bad', new Message('rows.import.failed', ['why' => $taking->error()]));
            $this->desk->forget($taking);
        }
        $sheet = $request->query->getString('sheet');
        try {
            $reading = $this->imports->waits($project, $import, '' === $sheet ? null : $sheet);
            if (null !== $reading) {
                return $this->render('rows/reading.html.twig', $here + [
                    'view' => $this->desk->view($reading),
                    'taking' => false,
                ]);
            }
            return $this->render('rows/import.html.twig', $here + $this->preview->build($project, $import, $request->query));
        } catch (UploadException $e) {
            return $this->render('rows/unread.html.twig', $here + $this->preview->unread($project, $import, $e->says()));
        }
    }

    /** A worker has finished the import; reported once. */
    private function taken(Project $project, Job $taking): Response
    {
        $this->addFlash('good', Message::decoded($taking->outcome()['says'] ?? null) ?? '');
        $this->desk->forget($taking);

        // What the rows look like on the design.
        return $this->redirectToRoute('compose', ['project' => $project->id(), 'row' => 1], Response::HTTP_SEE_OTHER);
    }
}

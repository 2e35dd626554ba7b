<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Uploads a table and imports it. ImportPreviewController shows it in between. */
#[Route('/projects/{project}/rows/import')]
final class ImportController extends AbstractController
{
    private const SECONDS = 120;

    /** Pictures in the cells that are taken over while somebody waits for the answer. */
    private const AT_ONCE_PICTURES = 12;

    public function __construct(
        private readonly ImportStore $imports,
        private readonly ImportTaking $taking,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('', name: 'import_file', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function bring(Project $project, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        try {
            $upload = Upload::from($request, 'table');

            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $this->imports->keep($project, $upload->path, $upload->name)],
                Response::HTTP_SEE_OTHER,
            );
        } catch (UploadException $e) {
            return $this->refused($project, $e->says());
        }
    }

    #[Route('/paste', name: 'import_paste', defaults: ['_takes' => 60], methods: ['POST'])]
    public function paste(Project $project, Request $request): Response
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($path, $request->request->getString('cells'));

            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $this->imports->keep($project, $path, ImportStore::PASTED)],
                Response::HTTP_SEE_OTHER,
            );
        } catch (UploadException $e) {
            return $this->refused($project, $e->says());
        } finally {
            unlink($path);
        }
    }

    /** How the rows look on the design. */
    private function firstPiece(Project $project): Response
    {
        return $this->redirectToRoute('compose', ['project' => $project->id(), 'row' => 1], Response::HTTP_SEE_OTHER);
    }

    /** Cancels the import; a worker reading the file stops. */
    #[Route('/{import}/leave', name: 'import_leave', methods: ['POST'])]
    public function leave(Project $project, string $import): Response
    {
        $this->name($project, $import);
        $this->desk->forgetCalled($project, TakeImport::KIND, $import);
        $this->imports->forget($project, $import);

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{import}/take', name: 'import_take', methods: ['POST'])]
    public function take(Project $project, string $import, Request $request): Response
    {
        $this->name($project, $import);
        if (true === $this->desk->called($project, TakeImport::KIND, $import)?->isUnderWay()) {
            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $import],
                Response::HTTP_SEE_OTHER,
            );
        }
        try {
            $pictures = \count($this->taking->choice($project, $import, $request->request)->grid->pictures);
            if ($pictures > self::AT_ONCE_PICTURES) {
                $this->desk->ask(
                    $this->desk->note(
                        TakeImport::KIND,
                        $project->owner(),
                        $project,
                        ['asked' => http_build_query($request->request->all())],
                        $pictures,
                        $import,
                    ),
                );

                return $this->redirectToRoute(
                    'import',
                    ['project' => $project->id(), 'import' => $import],
                    Response::HTTP_SEE_OTHER,
                );
            }
            $this->addFlash('good', $this->taking->take($project, $import, $request->request));
        } catch (UploadException | TableException $e) {
            return $this->refused($project, $e->says());
        }

        return $this->firstPiece($project);
    }

    private function name(Project $project, string $import): string
    {
        return $this->imports->name($project, $import) ??
            throw $this->createNotFoundException('No such import.');
    }

    private function refused(Project $project, Message|string $why): Response
    {
        $this->addFlash('bad', 0 === $project->rowCount() ? $why : new Message('rows.import.failed', ['why' => $why]));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}

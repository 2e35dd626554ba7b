<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A run: its progress, stopping it, its pieces, download, deletion. */
#[Route('/projects/{project}/press/runs/{run}')]
final class RunController extends AbstractController
{
    private const PAGE = 60;

    public function __construct(
        private readonly RunDispatcher $desk,
        private readonly RunViews $views,
        private readonly FileStore $files,
        private readonly PieceReport $report,
        private readonly StorageQuota $space,
    ) {
    }

    #[Route('', name: 'run', methods: ['GET'])]
    public function run(Project $project, Run $run): Response
    {
        return $this->card($project, $run);
    }

    #[Route('/stop', name: 'run_stop', methods: ['POST'])]
    public function stop(Project $project, Run $run): Response
    {
        $this->desk->stop($run);

        return $this->card($project, $run);
    }

    #[Route('/go-on', name: 'run_go_on', methods: ['POST'])]
    public function goOn(Project $project, Run $run): Response
    {
        $this->desk->goOn($run);

        return $this->card($project, $run);
    }

    #[Route('/delete', name: 'run_delete', methods: ['POST'])]
    public function delete(Project $project, Run $run): Response
    {
        $number = $run->number();
        $this->desk->delete($run);
        $this->addFlash('good', new Message('press.run.deleted', ['run' => $number]));

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/file', name: 'run_file', methods: ['GET'])]
    public function download(Project $project, Run $run, Download $download): Response
    {
        return $download->respond($run) ?? throw $this->createNotFoundException('Nothing made yet.');
    }

    /** Its pieces as small pictures, each with its outcome. */
    #[Route('/pieces', name: 'run_pieces', methods: ['GET'])]
    public function pieces(Project $project, Run $run, Request $request, RunPictures $pictures): Response
    {
        $total = $run->total();
        $page = max(1, min((int) ceil($total / self::PAGE), $request->query->getInt('page', 1)));
        $from = ($page - 1) * self::PAGE + 1;

        return $this->render('press/pieces.html.twig', [
            'project' => $project,
            'here' => 'press',
            'looking' => true,
            'view' => $this->views->build([$run])[0],
            'counts' => $this->report->counts($run),
            'pieces' => $pictures->draw($run, $from, self::PAGE),
            'documents' => $this->files->documents($run),
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
        ]);
    }

    #[Route('/pieces/{position}/{number}', name: 'run_piece', methods: ['GET'], requirements: ['position' => '\d+', 'number' => '\d+'])]
    public function piece(Project $project, Run $run, int $position, int $number, Request $request, Download $download): Response
    {
        $file = $this->files->one($run, $position, $number) ?? throw $this->createNotFoundException('No such file.');

        return $download->one($file, $request->query->getBoolean('seen'));
    }

    #[Route('/pieces/{position}/again', name: 'run_piece_again', methods: ['POST'], requirements: ['position' => '\d+'])]
    public function again(Project $project, Run $run, int $position): Response
    {
        if ($run->isUnderWay()) {
            $this->addFlash('bad', new Message('press.run.going'));
        } elseif ($position >= 1 && $position <= $run->total()) {
            $this->desk->again($run, $position);
            $this->addFlash('good', new Message('press.run.again_started'));
        }

        return $this->redirectToRoute('run_pieces', ['project' => $project->id(), 'run' => $run->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/report.csv', name: 'run_report', methods: ['GET'])]
    public function report(Project $project, Run $run, RunReport $report): Response
    {
        return new Response($report->csv($run), Response::HTTP_OK, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => 'attachment; filename="report.csv"',
        ]);
    }

    private function card(Project $project, Run $run): Response
    {
        return $this->render('press/run.html.twig', [
            'view' => $this->views->build([$run])[0],
            'project' => $project,
            'here' => 'press',
            'oob' => true,
            // Summed up from all files there are: not at every look.
            'space' => $run->isUnderWay() ? null : $this->space->usage($project),
        ]);
    }
}

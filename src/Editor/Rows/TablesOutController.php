<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** Exports a table: at once, or with the progress of a worker. */
#[Route('/projects/{project}/rows')]
final class TablesOutController extends AbstractController
{
    public function __construct(private readonly TablesOut $out, private readonly JobDispatcher $desk)
    {
    }

    #[Route('/write.{ending}', name: 'rows_write', requirements: ['ending' => 'csv|xlsx|ods'], methods: ['GET'])]
    public function write(Project $project, string $ending, Request $request): Response
    {
        $site = $request->getSchemeAndHttpHost();

        return $this->out->isLarge($project, $ending)
            ? $this->redirectToRoute(
                'rows_written',
                ['project' => $project->id(), 'file' => $this->out->ask($project, $ending, $site)],
                Response::HTTP_SEE_OTHER,
            )
            : Attachment::file(
                $this->out->write($project, $ending, $site),
                self::name($project, $ending),
                TableFileWriter::TYPES[$ending],
            );
    }

    #[Route('/written/{file}', name: 'rows_written', methods: ['GET'])]
    public function page(Project $project, string $file): Response
    {
        $job = $this->job($project, $file);
        if (JobState::Failed === $job->state()) {
            $this->addFlash('bad', $job->error());
            $this->desk->forget($job);

            return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }

        return $this->render('rows/writing.html.twig', [
            'project' => $project,
            'here' => 'rows',
            'file' => $file,
            'view' => $job->isUnderWay() ? $this->desk->view($job) : null,
            'name' => self::name($project, $job->text('ending')),
            'bytes' => $job->isUnderWay() ? 0 : $this->out->bytes($job),
        ]);
    }

    #[Route('/written/{file}/get', name: 'rows_written_get', methods: ['GET'])]
    public function get(Project $project, string $file): Response
    {
        $job = $this->job($project, $file);
        if (JobState::Done !== $job->state()) {
            throw $this->createNotFoundException('The file is not there yet.');
        }
        $stream = $this->out->stream($job);

        return new StreamedResponse(
            static function () use ($stream): void {
                fpassthru($stream);
            },
            Response::HTTP_OK,
            [
                'Content-Type' => TableFileWriter::TYPES[$job->text('ending')],
                'Content-Length' => (string) $this->out->bytes($job),
                'Content-Disposition' => Attachment::header(self::name($project, $job->text('ending'))),
            ],
        );
    }

    private function job(Project $project, string $file): Job
    {
        return $this->out->find($project, $file) ?? throw $this->createNotFoundException('There is no such file any more.');
    }

    private static function name(Project $project, string $ending): string
    {
        return (SafeName::of($project->name()) ?: 'rows') . ".$ending";
    }
}

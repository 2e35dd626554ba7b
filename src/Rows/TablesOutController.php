<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Entity\Project;
use Morphea\App\Import\TableWriter;
use Morphea\App\Web\Attachment;
use Morphea\App\Web\Progress;
use Morphea\Core\Naming\FileNames;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** Writing a table out: at once, or watched while a worker does it. */
#[Route('/projects/{project}/rows')]
final class TablesOutController extends AbstractController
{
    public function __construct(private readonly TablesOut $out)
    {
    }

    #[Route('/write.{ending}', name: 'rows_write', requirements: ['ending' => 'csv|xlsx|ods'], methods: ['GET'])]
    public function write(Project $project, string $ending): Response
    {
        return $this->out->isLarge($project, $ending)
            ? $this->redirectToRoute('rows_written', ['project' => $project->id(), 'file' => $this->out->ask($project, $ending)], Response::HTTP_SEE_OTHER)
            : Attachment::file($this->out->write($project, $ending), self::name($project, $ending), TableWriter::TYPES[$ending]);
    }

    #[Route('/written/{file}', name: 'rows_written', methods: ['GET'])]
    public function page(Project $project, string $file): Response
    {
        $found = $this->out->look($project, $file) ?? throw $this->createNotFoundException('There is no such file any more.');
        $ready = \is_string($found);

        return $this->render('rows/writing.html.twig', ['project' => $project, 'here' => 'Rows', 'file' => $file, 'progress' => $ready ? null : $found, 'name' => $ready ? self::name($project, $found) : '', 'bytes' => $ready ? $this->out->bytes($project, $file) : 0]);
    }

    #[Route('/written/{file}/progress', name: 'rows_written_progress', methods: ['GET'])]
    public function progress(Project $project, string $file): Response
    {
        $here = ['project' => $project->id(), 'file' => $file];
        $found = $this->out->look($project, $file);
        if ($found instanceof Progress) {
            return $this->render('part/meter.html.twig', ['progress' => $found, 'address' => $this->generateUrl('rows_written_progress', $here), 'what' => 'rows written', 'timed' => false]);
        }
        if (null === $found) {
            $this->addFlash('bad', 'The table could not be written so. Write it out as CSV.');
        }

        return new Response('', Response::HTTP_OK, ['HX-Redirect' => $this->generateUrl(null === $found ? 'rows' : 'rows_written', null === $found ? ['project' => $project->id()] : $here)]);
    }

    #[Route('/written/{file}/get', name: 'rows_written_get', methods: ['GET'])]
    public function get(Project $project, string $file): Response
    {
        $ending = $this->out->look($project, $file);
        if (!\is_string($ending)) {
            throw $this->createNotFoundException('There is no such file any more.');
        }
        $stream = $this->out->stream($project, $file);

        return new StreamedResponse(static function () use ($stream): void {
            fpassthru($stream);
        }, Response::HTTP_OK, ['Content-Type' => TableWriter::TYPES[$ending], 'Content-Length' => (string) $this->out->bytes($project, $file), 'Content-Disposition' => Attachment::header(self::name($project, $ending))]);
    }

    #[Route('/written/{file}', name: 'rows_written_stop', methods: ['POST'])]
    public function stop(Project $project, string $file): Response
    {
        $this->out->forget($project, $file);

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private static function name(Project $project, string $ending): string
    {
        return (FileNames::safe($project->name()) ?: 'rows').".$ending";
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Compose\TemplateHistory;
use Morphea\App\Entity\Project;
use Morphea\App\Import\TableReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Web\Upload;
use Morphea\Core\Data\Table;
use Morphea\Core\Template\AutoLink;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Rows screen: bring a table as a file or by pasting, and look at it. */
#[Route('/projects/{project}/rows')]
final class RowsController extends AbstractController
{
    /** Rows sent at a time; the next ones follow when the last comes into sight. */
    private const PAGE = 200;

    public function __construct(private readonly TableStore $store, private readonly TableReader $reader, private readonly TemplateHistory $history)
    {
    }

    #[Route('', name: 'rows', methods: ['GET'])]
    public function index(Project $project): Response
    {
        return $this->render('rows/index.html.twig', ['project' => $project, 'here' => 'Rows', 'template' => $project->template(), 'rows' => $this->store->rows($project, 1, self::PAGE), 'page' => self::PAGE]);
    }

    #[Route('/more', name: 'rows_more', methods: ['GET'])]
    public function more(Project $project, Request $request): Response
    {
        return $this->render('rows/lines.html.twig', ['project' => $project, 'rows' => $this->store->rows($project, max(1, (int) $request->query->getString('from', '1')), self::PAGE), 'page' => self::PAGE]);
    }

    #[Route('/file', name: 'rows_file', methods: ['POST'])]
    public function upload(Project $project, Request $request): Response
    {
        try {
            $upload = Upload::from($request, 'table');

            return $this->take($project, $this->reader->file($upload->path, $upload->name), $upload->name);
        } catch (UploadError $e) {
            return $this->refused($project, $e);
        }
    }

    #[Route('/paste', name: 'rows_paste', methods: ['POST'])]
    public function paste(Project $project, Request $request): Response
    {
        try {
            return $this->take($project, $this->reader->pasted($request->request->getString('cells')), 'pasted');
        } catch (UploadError $e) {
            return $this->refused($project, $e);
        }
    }

    private function take(Project $project, Table $table, string $source): Response
    {
        $this->store->replace($project, $table, $source);
        $linked = AutoLink::of($project->template(), $table->columns);
        $this->history->record($project, $linked->template, 'Linked by name');
        $this->addFlash('good', \sprintf(
            '%s %s with %d %s are here. %s',
            number_format($table->count()),
            1 === $table->count() ? 'row' : 'rows',
            \count($table->columns),
            1 === \count($table->columns) ? 'column' : 'columns',
            [] === $linked->made ? 'No column has the name of a placeholder; link them in Compose.' : 'Linked by name: '.implode('; ', $linked->made).'.'
        ));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private function refused(Project $project, UploadError $error): Response
    {
        $this->addFlash('bad', $error->getMessage().(0 === $project->rowCount() ? '' : ' The rows that were here are untouched.'));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Drafting\Drafter;
use Morphea\App\Drafting\DraftError;
use Morphea\App\Entity\Project;
use Morphea\App\Import\TableWriter;
use Morphea\App\Tables\TableHistory;
use Morphea\App\Tables\TableRows;
use Morphea\App\Tables\TableStore;
use Morphea\App\Web\Attachment;
use Morphea\Core\Data\Column;
use Morphea\Core\Data\Edit\AddRows;
use Morphea\Core\Data\FileTable;
use Morphea\Core\Data\Recipe\RecipeCodec;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Data\TableError;
use Morphea\Core\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The Rows screen: the grid, a table from nothing, the blank sheet, drafts. Changes in the grid are SheetController's,
 * files that come in ImportController's, those that go out TablesOutController's.
 */
#[Route('/projects/{project}/rows')]
final class RowsController extends AbstractController
{
    /** Rows that come with the page; the grid fetches the others at once. */
    private const FIRST = 100;
    private const MOST_DRAFTS = 200;

    public function __construct(
        private readonly TableStore $store,
        private readonly TableRows $tables,
        private readonly TableHistory $history,
    ) {
    }

    #[Route('', name: 'rows', methods: ['GET'])]
    public function index(Project $project, GridView $view): Response
    {
        return $this->render('rows/index.html.twig', [
            'project' => $project,
            'here' => 'Rows',
            'template' => $project->template(),
            'recipes' => [
                'names' => RecipeCodec::NAMES,
                'defaults' => RecipeCodec::DEFAULTS,
                'choices' => RecipeCodec::CHOICES,
            ],
            'grid' => $view->beginning($project, self::FIRST),
        ]);
    }

    /** A table to type into: a column for each that the design shows, and some empty rows. */
    #[Route('/begin', name: 'rows_begin', methods: ['POST'])]
    public function begin(Project $project): Response
    {
        $keys = $project->template()->linkedColumns();
        $headings =
            [] === $keys
                ? ['Column A', 'Column B', 'Column C']
                : array_map(static fn (string $key): string => ucfirst(strtr($key, '_', ' ')), $keys);
        $columns = array_map(
            static fn (string $heading, int $i): Column => new Column(
                $i,
                $keys[$i] ?? TableBuilder::key($heading, Column::letterAt($i)),
                $heading,
            ),
            $headings,
            array_keys($headings),
        );
        $this->store->replace(
            $project,
            new FileTable($columns, array_fill(0, 10, array_fill(0, \count($columns), ''))),
            'typed here',
        );

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** Going back from where there is no grid: all rows were taken away. */
    #[Route('/undo', name: 'rows_undo', methods: ['POST'])]
    public function undo(Project $project): Response
    {
        $went = $this->history->undo($project);
        $this->addFlash(null === $went ? 'bad' : 'good', null === $went ? 'There is nothing to undo.' : "Undone: $went[0].");

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/blank.{ending}', name: 'rows_blank', requirements: ['ending' => 'csv|xlsx|ods'], methods: ['GET'])]
    public function blank(Project $project, string $ending, TableWriter $writer): Response
    {
        $blank = BlankTable::of($project->template());

        return Attachment::file(
            $writer->write($ending, $blank->headings, [$blank->sample], $blank->notes),
            (SafeName::of($project->name()) ?: 'rows') . "-to-fill-in.$ending",
            TableWriter::TYPES[$ending],
        );
    }

    #[Route('/draft', name: 'rows_draft', methods: ['POST'])]
    public function draft(Project $project, Request $request, Drafter $drafter): Response
    {
        $input = $request->request;
        $themes = array_values(array_filter(array_map(trim(...), preg_split('/[\r\n]+/', $input->getString('themes')) ?: [])));
        try {
            $rows = $drafter->draft(
                $this->tables->table($project),
                $themes,
                max(1, min(self::MOST_DRAFTS, $input->getInt('count', 10))),
                max(0, $input->getInt('seed', 1)),
                $project->template()->locale,
            );
            $this->store->apply($project, new AddRows(null, $rows, true));
            $this->addFlash(
                'good',
                \sprintf(
                    '%d %s drafted at the end of the table. Read them, change them, and accept those you want.',
                    \count($rows),
                    1 === \count($rows) ? 'row' : 'rows',
                ),
            );
        } catch (DraftError | TableError $e) {
            $this->addFlash('bad', $e->getMessage());
        }

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}

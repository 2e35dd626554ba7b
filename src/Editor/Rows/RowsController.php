<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableHistory;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\TableBuilder;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The Rows screen: the grid, a new table, the blank table, drafts. TableController handles changes in the grid,
 * ImportController imports, TablesOutController exports.
 */
#[Route('/projects/{project}/rows')]
final class RowsController extends AbstractController
{
    /** Rows that come with the page; the grid fetches the others at once. */
    private const FIRST = 100;

    public function __construct(
        private readonly TableStore $store,
        private readonly TableHistory $history,
        private readonly Words $words,
    ) {
    }

    #[Route('', name: 'rows', methods: ['GET'])]
    public function index(Project $project, GridView $view): Response
    {
        return $this->render('rows/index.html.twig', [
            'project' => $project,
            'here' => 'rows',
            'design' => $project->design(),
            'recipes' => $this->words->all(RecipeCodec::forms()),
            'kinds' => $view->kinds(),
            'grid' => $view->beginning($project, self::FIRST),
        ]);
    }

    /** A table to type into: a column for everything the design shows, and some empty rows. */
    #[Route('/begin', name: 'rows_begin', methods: ['POST'])]
    public function begin(Project $project, Request $request): Response
    {
        $keys = $project->design()->linkedColumns();
        $headings =
            [] === $keys
                ? array_map(fn (string $letter): string => $this->words->say(new Message('table.default_heading', [
                    'letter' => $letter,
                ])), ['A', 'B', 'C'])
                : array_map($project->design()->columnName(...), $keys);
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
            new Message('table.typed'),
        );

        $back = 'form' === $request->request->getString('back') ? 'form' : 'rows';

        return $this->redirectToRoute($back, ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** Undo for when there is no grid because all rows were deleted. */
    #[Route('/undo', name: 'rows_undo', methods: ['POST'])]
    public function undo(Project $project): Response
    {
        $went = $this->history->undo($project);
        $this->addFlash(
            null === $went ? 'bad' : 'good',
            null === $went ? new Message('common.nothing_to_undo') : new Message('common.undone', ['what' => $went[0]]),
        );

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}

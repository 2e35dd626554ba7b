<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Drafting\Drafter;
use Morphea\App\Engine\Drafting\DraftException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Drafts rows after the pattern of existing ones; drafts are not made before they are accepted. */
#[Route('/projects/{project}/rows')]
final class DraftController extends AbstractController
{
    private const MOST_DRAFTS = 200;

    public function __construct(private readonly TableStore $store, private readonly TableRows $tables)
    {
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
                $project->design()->locale,
            );
            $this->store->apply($project, new AddRows(null, $rows, true));
            $this->addFlash(
                'good',
                new Message('rows.draft.done', ['count' => \count($rows)]),
            );
        } catch (DraftException | TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}

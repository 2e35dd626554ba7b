<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableUpdate;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Updates the table from a newer file, showing beforehand what would change. */
#[Route('/projects/{project}/rows/import')]
final class UpdateController extends AbstractController
{
    private const CHANGES_SHOWN = 200;

    public function __construct(
        private readonly ImportStore $imports,
        private readonly ImportTaking $taking,
        private readonly TableStore $store,
        private readonly TableRows $tables,
    ) {
    }

    #[Route('/{import}/update', name: 'import_update', methods: ['GET'])]
    public function compare(Project $project, string $import, Request $request): Response
    {
        $name = $this->name($project, $import);
        try {
            $table = $this->tables->table($project);
            $file = $this->taking->table($project, $this->taking->choice($project, $import, $request->query));
            $update = TableUpdate::compare($table, $file, $request->query->getString('key'));
        } catch (UploadException | TableException $e) {
            return $this->refused($project, $e->says());
        }
        $numbers = [];
        foreach ($table->rows as $i => $row) {
            $numbers[$row->id] = ['number' => $i + 1, 'name' => $row->cells[$update->key->index]];
        }

        return $this->render('rows/update.html.twig', [
            'project' => $project,
            'here' => 'rows',
            'import' => $import,
            'name' => $name,
            'update' => $update,
            'table' => $table,
            'numbers' => $numbers,
            'asked' => $request->query->all(),
            'most' => self::CHANGES_SHOWN,
        ]);
    }

    #[Route('/{import}/update', name: 'import_apply', methods: ['POST'])]
    public function apply(Project $project, string $import, Request $request): Response
    {
        $name = $this->name($project, $import);
        try {
            $file = $this->taking->table($project, $this->taking->choice($project, $import, $request->request));
            $key = $request->request->getString('key');
            $update = TableUpdate::compare($this->tables->table($project), $file, $key);
            $this->store->update($project, $file, $key, $request->request->getBoolean('remove'), $name);
        } catch (UploadException | TableException $e) {
            return $this->refused($project, $e->says());
        }
        $this->imports->forget($project, $import);
        $this->addFlash(
            'good',
            new Message('rows.update.done', [
                'name' => $name,
                'added' => \count($update->added),
                'changed' => \count($update->changed),
                'missing' => \count($update->removed),
                'deleted' => $request->request->getBoolean('remove'),
            ]),
        );

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
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

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Assets\ImportedPictures;
use Morphea\App\Project\Assets\PictureImporter;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The pictures that cells name: shown, uploaded, missing, or nearly the same. */
#[Route('/projects/{project}/rows')]
final class RowPicturesController extends AbstractController
{
    private const NOTICES = 6;

    public function __construct(
        private readonly TableStore $store,
        private readonly TableRows $tables,
        private readonly ProjectColumnKinds $kinds,
        private readonly JobDispatcher $desk,
        private readonly Words $words,
    ) {
    }

    /** The picture of a cell as a thumbnail. */
    #[Route('/thumb', name: 'rows_thumb', methods: ['GET'])]
    public function thumb(Project $project, Request $request, PictureSets $pictures): Response
    {
        $name =
            $pictures->linked($project)->named($request->query->getString('cell')) ??
            throw $this->createNotFoundException('There is no such picture.');

        return $this->redirectToRoute('picture_small', ['project' => $project->id(), 'name' => $name]);
    }

    #[Route('/pictures', name: 'rows_pictures', methods: ['GET'])]
    public function index(Project $project, Request $request, PictureStore $pictures, PictureImporter $intake): Response
    {
        $came = $request->query->getString('came');
        $taken = '' === $came ? null : $intake->came($project, $came);
        if (null !== $taken && null === $taken->waits) {
            $this->tell($taken);

            return $this->redirectToRoute('rows_pictures', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }
        $open = $pictures->find($project, $request->query->getString('picture'));

        return $this->render('rows/pictures.html.twig', [
            'project' => $project,
            'here' => 'rows',
            'named' => $this->named($project, $pictures),
            'open' => $open,
            'view' => null === $taken?->waits ? null : $this->desk->view($taken->waits),
        ]);
    }

    /** Sets the focus point of a picture, wherever it is shown. Without a point, it is detected again. */
    #[Route('/pictures/focus/{name}', name: 'rows_pictures_focus', requirements: ['name' => '[^/]+'], methods: ['POST'])]
    public function focus(Project $project, string $name, Request $request, PictureStore $pictures): Response
    {
        $asset = $pictures->find($project, $name) ?? throw $this->createNotFoundException('There is no such picture.');
        $input = $request->request;
        $found = '' === $input->getString('x');
        $pictures->focus(
            $asset,
            $found ? null : (float) $input->getString('x'),
            $found ? null : (float) $input->getString('y'),
        );

        return $this->render('rows/picture.html.twig', [
            'project' => $project,
            'open' => $asset,
            'named' => $this->named($project, $pictures),
        ]);
    }

    #[Route('/pictures', name: 'rows_pictures_bring', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function bring(Project $project, Request $request, PictureImporter $intake): Response
    {
        $taken = $intake->take($project, ...Upload::many($request, 'pictures'));
        if (null === $taken->waits) {
            $this->tell($taken);
        }

        return $this->redirectToRoute(
            'rows_pictures',
            ['project' => $project->id()] + (null === $taken->waits ? [] : ['came' => $taken->waits->id()]),
            Response::HTTP_SEE_OTHER,
        );
    }

    private function tell(ImportedPictures $taken): void
    {
        $more = \count($taken->notices) - self::NOTICES;
        foreach (
            [...\array_slice($taken->notices, 0, self::NOTICES), ...$more > 0 ? [new Message('rows.pictures.more_failed', [
                'count' => $more,
            ])] : []]
            as $sentence
        ) {
            $this->addFlash('bad', $sentence);
        }
        $this->addFlash(
            'good',
            new Message('rows.pictures.imported', ['count' => \count($taken->names)]),
        );
    }

    /** Uploads a picture dropped or pasted on a cell; the grid then writes its name there. */
    #[Route('/pictures/drop', name: 'rows_pictures_drop', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function drop(Project $project, Request $request, PictureImporter $intake): Response
    {
        [$files, $notices] = Upload::many($request, 'pictures');
        $taken = $intake->take($project, $files, $notices, true);

        return new JsonResponse(['names' => $taken->names, 'notices' => array_map($this->words->say(...), $taken->notices)]);
    }

    /** Accepts a near miss: the cells name that picture from now on. */
    #[Route('/pictures/mean', name: 'rows_pictures_mean', methods: ['POST'])]
    public function mean(Project $project, Request $request): Response
    {
        $input = $request->request;
        try {
            $table = $this->tables->table($project);
            $place = $table->place($input->getString('key'));
            $cells = [];
            foreach ($table->rows as $row) {
                if (trim($row->cells[$place]) === $input->getString('cell')) {
                    $cells[$row->id] = [$input->getString('key') => $input->getString('name')];
                }
            }
            $this->store->apply(
                $project,
                new SetCells($cells, [], 'means', ['cell' => $input->getString('cell'), 'name' => $input->getString('name')]),
            );
        } catch (TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->redirectToRoute('rows_pictures', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private function named(Project $project, PictureStore $pictures): PictureCells
    {
        $table = $this->tables->table($project);

        return PictureCells::of(
            $table,
            $project->design(),
            array_map(static fn (StoredPicture $asset): string => $asset->name(), $pictures->all($project)),
            $this->kinds->byKey($project, $table),
        );
    }
}

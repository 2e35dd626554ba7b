<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Designs\Revision;
use Morphea\App\Project\Designs\StaleDesignException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpEditor;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\WidestRow;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Compose screen and its history. EditController changes the design. */
#[Route('/projects/{project}/compose')]
final class ComposeController extends AbstractController
{
    public function __construct(
        private readonly ComposeView $view,
        private readonly DesignHistory $history,
        private readonly ComposeScreen $screen,
        private readonly TouchUpStore $hands,
    ) {
    }

    #[Route('', name: 'compose', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        return $request->headers->has('HX-Request')
            ? $this->screen->work($project, $request)
            : $this->render(
                'compose/index.html.twig',
                $this->view->build(
                    $project,
                    ComposeScreen::row($request),
                    ComposeScreen::layers($request),
                    ComposeScreen::page($request),
                    $request->query->getString('scene'),
                    ComposeScreen::touched($request),
                )->forTemplate(),
            );
    }

    #[Route('/undo', name: 'compose_undo', methods: ['POST'])]
    public function undo(Project $project, Request $request): Response
    {
        $hand = fn (Project $project): Message|string|null => $this->hands->undo($project)?->says();
        $go = [] === ComposeScreen::touched($request) ? $this->history->undo(...) : $hand;

        return $this->went($project, $request, $go, 'undo');
    }

    #[Route('/redo', name: 'compose_redo', methods: ['POST'])]
    public function redo(Project $project, Request $request): Response
    {
        $hand = fn (Project $project): Message|string|null => $this->hands->redo($project)?->says();
        $go = [] === ComposeScreen::touched($request) ? $this->history->redo(...) : $hand;

        return $this->went($project, $request, $go, 'redo');
    }

    /** @param \Closure(Project): (Message|string|null) $go */
    private function went(Project $project, Request $request, \Closure $go, string $which): Response
    {
        $seen = $request->request->getString('revision');
        try {
            $says = '' === $seen || (int) $seen === $project->revision() ? $go($project) : throw new StaleDesignException();
        } catch (StaleDesignException) {
            return $this->screen->stale($project, $request);
        }

        return $this->screen->work($project, $request, null, 'good', null === $says
            ? new Message("common.nothing_to_$which")
            : new Message("common.{$which}ne", ['what' => $says]));
    }

    /** Reverts the touch-up of the row shown: of one layer or all. */
    #[Route('/untouch', name: 'compose_untouch', methods: ['POST'])]
    public function untouch(Project $project, Request $request, TouchUpEditor $toucher): Response
    {
        $layer = $request->request->getString('of');
        $toucher->takeBack($project, ComposeScreen::touched($request), '' === $layer ? null : $layer);

        return $this->screen->work($project, $request);
    }

    #[Route('/history', name: 'compose_history', methods: ['GET'])]
    public function history(Project $project, ProjectOpener $opener, TableRows $rows, DesignCodec $codec): Response
    {
        $row = $rows->row($project, 1);
        $open = $opener->page($project);
        $versions = array_map(
            static fn (Revision $revision): array => [
                'revision' => $revision,
                'picture' => $open->version($codec->decode($revision->design()), $row),
            ],
            $this->history->latest($project),
        );

        return $this->render('compose/history.html.twig', [
            'project' => $project,
            'here' => 'compose',
            'versions' => $versions,
        ]);
    }

    #[Route('/history/{number}', name: 'compose_back', requirements: ['number' => '\d+'], methods: ['POST'])]
    public function back(Project $project, int $number): Response
    {
        $says = $this->history->back($project, $number) ?? throw $this->createNotFoundException('There is no such version.');
        $this->addFlash('good', new Message('compose.history.restored', ['what' => $says]));

        return $this->redirectToRoute('compose', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** The selected layers in the file format, for the clipboard. */
    #[Route('/layers', name: 'compose_layers', methods: ['GET'])]
    public function layers(Project $project, Request $request, DesignCodec $codec): Response
    {
        $design = $project->design();
        $picked = array_filter(
            $design->layers(),
            static fn ($layer): bool => \in_array($layer->id, ComposeScreen::layers($request), true),
        );

        return new JsonResponse([
            'project' => $project->id(),
            'dpi' => $design->dpi,
            'layers' => array_map($codec->layerToArray(...), array_values($picked)),
        ]);
    }

    /** The kind of every column, by key, and why its cells cannot name the picture of a frame. */
    #[Route('/kinds', name: 'compose_kinds', methods: ['GET'])]
    public function kinds(Project $project, TableRows $rows, ProjectColumnKinds $kinds, Words $words): Response
    {
        $table = $rows->table($project);
        $byKey = $kinds->byKey($project, $table);
        $about = [];
        foreach ($table->columns as $column) {
            $kind = $byKey[$column->key];
            $about[$column->key] = ['kind' => $kind, 'whyNoPicture' => $words->say($kind->whyNoPicture($column->heading))];
        }

        return new JsonResponse((object) $about);
    }

    #[Route('/widest', name: 'compose_widest', methods: ['GET'])]
    public function widest(Project $project, Request $request, TableRows $rows, ProjectOpener $opener): Response
    {
        $design = $project->design();
        try {
            $layer = $design->layer($request->query->getString('layer'));
        } catch (DesignException $e) {
            throw $this->createNotFoundException($e->getMessage(), $e);
        }
        $widest =
            $layer instanceof TextLayer
                ? WidestRow::of($layer, $rows->active($project), $opener->page($project)->engine->texts, $design->locale)
                : null;

        return $this->render('compose/widest.html.twig', [
            'project' => $project,
            'layer' => $layer,
            'widest' => $widest,
            'design' => $design,
            'typeUnit' => $design->typeUnit(),
            'row' => ComposeScreen::row($request),
        ]);
    }
}

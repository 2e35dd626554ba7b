<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Engine\Video\FilmMaker;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Context\OpenProject;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Context\SpecialRows;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\SetEnding;
use Morphea\Core\Design\Edits\SetScenes;
use Morphea\Core\Design\Edits\SetSound;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Table\Data\Record;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Environment;

/** Scenes of a design, and playing a row's page. */
#[Route('/projects/{project}/compose/scenes')]
final readonly class ScenesController
{
    public function __construct(
        private ComposeScreen $screen,
        private SpecialRows $rows,
        private ProjectOpener $opener,
        private Environment $twig,
        private UrlGeneratorInterface $urls,
        private Words $words,
    ) {
    }

    /** The name of a new scene, in the language of the member. */
    private function named(string $scene): string
    {
        return $this->words->say(new Message("design.name.scene.$scene"));
    }

    #[Route('', name: 'compose_scenes', methods: ['POST'])]
    public function edit(Project $project, Request $request): Response
    {
        $scene = $request->request->getString('scene');

        return $this->screen->edit($project, $request, function () use ($project, $request, $scene): Edit {
            $design = $project->design();
            $input = new SceneInput($design);
            $name = $design->scenes[$design->scene($scene) ?? 0]->name ?? '';

            return match ($request->request->getString('do')) {
                'give' => new SetScenes(SceneInput::usual($this->named(...)), new Message('design.did.animated')),
                'take' => new SetScenes([], new Message('design.did.not_animated')),
                'sound' => new SetSound($input->sound($request->request->all('set'))),
                'ending' => new SetEnding($request->request->getBoolean('endsAsBegun')),
                'add' => new SetScenes($input->add($scene), new Message('design.did.scene_added')),
                'remove' => new SetScenes($input->without($scene), new Message('design.did.scene_removed', ['scene' => $name])),
                'left', 'right' => new SetScenes(
                    $input->moved($scene, 'left' === $request->request->getString('do') ? -1 : 1),
                    new Message('design.did.scene_moved', ['scene' => $name]),
                ),
                default => new SetScenes($input->set($scene, $request->request->all('set')), new Message('design.did.scene_changed', [
                    'scene' => $name,
                ])),
            };
        });
    }

    #[Route('', name: 'compose_moments', methods: ['GET'])]
    public function moments(Project $project, Request $request): JsonResponse
    {
        $number = ComposeScreen::row($request);
        [$open, $row] = $this->row($project, $number);

        return new JsonResponse((new Moments($open, $this->urls))->build($open->lay($row, 0, false), $number));
    }

    /** The sound of a row's short, mixed as in production. */
    #[Route('/heard', name: 'compose_heard', methods: ['GET'])]
    public function heard(Project $project, Request $request, FilmMaker $films): Response
    {
        [$open, $row] = $this->row($project, ComposeScreen::row($request));
        $laid = $open->lay($row);
        $timeline = Timeline::of($open->design, $laid, Timing::of($open->design, $laid, Timing::USUAL));
        $response = new Response(headers: ['Content-Type' => 'audio/mp4']);
        $response->setEtag(hash('sha256', serialize([$timeline->sound, $timeline->timing->frames()])))->setPrivate();
        if (!$response->isNotModified($request)) {
            $response->setContent($films->sound($timeline, $open->pictures));
        }

        return $response;
    }

    /** The lengths of the shortest and the longest short. */
    #[Route('/lengths', name: 'compose_lengths', methods: ['GET'])]
    public function lengths(Project $project, RowLengths $lengths): Response
    {
        $shown = ['project' => $project, 'lengths' => $lengths->find($project)];

        return new Response($this->twig->render('compose/lengths.html.twig', $shown));
    }

    /** @return array{OpenProject, Record|null} */
    private function row(Project $project, int $wanted): array
    {
        $number = SpecialRows::isSpecial($wanted) ? $wanted : max(1, min($wanted, $project->rowCount()));
        $open = $this->opener->page($project);

        // As the design makes it, which is what is worked on.
        return [
            $open->with($open->design, new TouchUps()),
            $project->rowCount() > 0 ? $this->rows->row($project, $number) : null,
        ];
    }
}

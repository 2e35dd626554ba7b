<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Template\Edit\Edit;
use Morphea\Core\Template\Edit\SetBeats;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Time: beats of a template, and a row's side as it is played. */
#[Route('/projects/{project}/compose/beats')]
final readonly class BeatsController
{
    public function __construct(private ComposeScreen $screen)
    {
    }

    #[Route('', name: 'compose_beats', methods: ['POST'])]
    public function edit(Project $project, Request $request): Response
    {
        $beat = $request->request->getString('beat');

        return $this->screen->edit($project, $request, static function () use ($project, $request, $beat): Edit {
            $template = $project->template();
            $input = new BeatInput($template);
            $name = $template->beats[$template->beat($beat) ?? 0]->name ?? '';

            return match ($request->request->getString('do')) {
                'give' => new SetBeats(BeatInput::usual(), 'Given time'),
                'take' => new SetBeats([], 'Time taken away'),
                'add' => new SetBeats($input->add($beat), 'Beat added'),
                'remove' => new SetBeats($input->without($beat), "Beat $name removed"),
                'left', 'right' => new SetBeats(
                    $input->moved($beat, 'left' === $request->request->getString('do') ? -1 : 1),
                    "Beat $name moved",
                ),
                default => new SetBeats($input->set($beat, $request->request->all('set')), "Beat $name changed"),
            };
        });
    }

    #[Route('', name: 'compose_moments', methods: ['GET'])]
    public function moments(Project $project, Request $request, TableRows $rows, Opener $opener): JsonResponse
    {
        $number = max(1, min(ComposeScreen::row($request), $project->rowCount()));
        $row = $project->rowCount() > 0 ? $rows->row($project, $number) : null;
        $open = $opener->page($project);

        return new JsonResponse((new Moments($open))->of($open->lay($row, 0, false)));
    }
}

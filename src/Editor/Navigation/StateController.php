<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What an open page asks from time to time: whether pictures arrived since it was loaded, from another window or a
 * worker.
 */
final readonly class StateController
{
    #[Route('/projects/{project}/state', name: 'project_state', methods: ['GET'])]
    public function __invoke(Project $project): Response
    {
        return new JsonResponse(['pictures' => $project->pictureVersion()]);
    }
}

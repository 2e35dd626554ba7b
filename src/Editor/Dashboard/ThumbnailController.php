<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Project\Context\Thumbnails;
use Morphea\App\Project\Projects\Project;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The thumbnails of projects. */
final class ThumbnailController extends AbstractController
{
    /** A project's thumbnail: its first row. */
    #[Route('/projects/{project}/face', name: 'project_face', methods: ['GET'])]
    public function face(Project $project, Thumbnails $faces, Request $request): Response
    {
        $response = (new Response())->setEtag($faces->state($project))->setPrivate()->setMaxAge(600);
        if ($response->isNotModified($request)) {
            return $response;
        }
        $png = $faces->png($project);
        $response->headers->set('Content-Type', null === $png ? 'image/svg+xml' : 'image/png');

        return $response->setContent($png ?? $this->renderView('projects/no-face.svg.twig'));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Web;

use Morphea\App\Entity\Project;
use Morphea\App\Storage\PictureStore;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** A project's pictures for its own pages; none of them can run anything, whatever it holds. */
final readonly class PictureController
{
    public function __construct(private PictureStore $pictures)
    {
    }

    #[Route('/projects/{project}/pictures/{name}', name: 'picture', requirements: ['name' => '[^/]+'], methods: ['GET'])]
    public function __invoke(Project $project, string $name, Request $request): Response
    {
        $asset = $this->pictures->find($project, $name) ?? throw new NotFoundHttpException('There is no such picture.');
        $response = new Response(headers: ['Content-Type' => $asset->mime(), 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; sandbox"]);
        $response->setEtag($asset->hash())->setPrivate()->setMaxAge(600);
        if (!$response->isNotModified($request)) {
            $response->setContent($this->pictures->bytes($asset));
        }

        return $response;
    }
}

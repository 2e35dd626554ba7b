<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Serves a project's pictures, clips and sounds to its own pages, in a way that nothing in them can run. */
#[Route('/projects/{project}', requirements: ['name' => '[^/]+'], methods: ['GET'])]
final readonly class PictureController
{
    public function __construct(
        private PictureStore $pictures,
        private PictureFiles $files,
        private FrozenAssetSets $runs,
    ) {
    }

    #[Route('/pictures/{name}', name: 'picture')]
    public function full(Project $project, string $name, Request $request): Response
    {
        $tint = $request->query->getString('tint');
        $moment = max(0.0, (float) $request->query->getString('at'));
        $look = new PictureLook(
            Tone::tryFrom($request->query->getString('tone')) ?? Tone::AsItIs,
            1 === preg_match('/^[0-9A-Fa-f]{6}$/', $tint) ? "#$tint" : '#17211E',
        );

        return $this->answer(
            $project,
            $name,
            $request,
            "{$look->tone->value}-$look->tint-$moment",
            fn (StoredPicture $asset): string => $this->files->toned($asset, $look, $moment),
        );
    }

    /** A clip or sound for playing. */
    #[Route('/played/{name}', name: 'picture_played')]
    public function played(Project $project, string $name, Request $request): Response
    {
        return $this->answer($project, $name, $request, 'played', $this->files->bytes(...));
    }

    #[Route('/small/{name}', name: 'picture_small')]
    public function small(Project $project, string $name, Request $request): Response
    {
        return $this->answer($project, $name, $request, 'small', $this->files->small(...));
    }

    /** @param \Closure(StoredPicture): string $bytes */
    private function answer(Project $project, string $name, Request $request, string $kind, \Closure $bytes): Response
    {
        $shelf = $this->shelf($project, $request->query->getString('run'));
        $asset = $shelf->find($name) ?? throw new NotFoundHttpException('There is no such picture.');
        $response = new Response(
            headers: [
                'Content-Type' => 'played' === $kind ? $asset->mime() : PictureFiles::mime($asset),
                'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox",
            ],
        );
        $response
            ->setEtag("{$asset->hash()}-$kind")
            ->setPrivate()
            ->setMaxAge(600);
        if (!$response->isNotModified($request)) {
            $response->setContent($bytes($asset));
        }

        return $response;
    }

    /** Those at the time a run of this project was ordered; without a run, the current ones. */
    private function shelf(Project $project, string $run): AssetSet
    {
        return ('' === $run ? null : $this->runs->find($project, $run)) ?? $this->pictures->shelf($project);
    }
}

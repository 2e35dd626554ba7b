<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use League\Flysystem\UnableToReadFile;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Assets\ImportedPictures;
use Morphea\App\Project\Assets\KeptPicture;
use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureImporter;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Environment;

/** The pictures of a project: uploading many at a time, browsing, setting focus points, deleting. */
#[Route('/projects/{project}/library')]
final readonly class PicturesController
{
    private const NOTICES = 6;
    /** In the session, of each project: what was taken away last, to be put back. */
    private const TAKEN_AWAY = 'taken-away';

    public function __construct(
        private PictureStore $pictures,
        private Environment $twig,
        private ComposeScreen $screen,
        private JobDispatcher $desk,
        private PictureUses $uses,
        private PictureFiles $files,
    ) {
    }

    /** The outcome of an upload once a worker has processed it. */
    #[Route('', name: 'library', methods: ['GET'])]
    public function index(Project $project, Request $request, PictureImporter $intake): Response
    {
        $came = $request->query->getString('came');
        $taken = '' === $came ? null : $intake->came($project, $came);

        return null === $taken ? $this->show($project) : $this->taken($project, $taken);
    }

    #[Route('', name: 'library_bring', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function bring(Project $project, Request $request, PictureImporter $intake): Response
    {
        return $this->taken($project, $intake->take($project, ...Upload::many($request, 'pictures')));
    }

    private function taken(Project $project, ImportedPictures $taken): Response
    {
        $more = \count($taken->notices) - self::NOTICES;

        return $this->show(
            $project,
            $taken->names,
            [...\array_slice($taken->notices, 0, self::NOTICES), ...$more > 0 ? [new Message('common.and_more', ['count' => $more])] : []],
            $taken->waits,
        );
    }

    #[Route('/{name}/remove', name: 'library_remove', requirements: ['name' => '[^/]+'], methods: ['POST'])]
    public function remove(Project $project, string $name, Request $request): Response
    {
        $asset = $this->asset($project, $name);
        if (\in_array($name, $this->used($project), true)) {
            return $this->show($project, [], [new Message('compose.library.is_in_use', ['name' => $name])]);
        }
        $uses = $request->request->getBoolean('sure') ? null : $this->uses->describe($project, $name);
        if (null !== $uses) {
            return $this->show($project, asked: ['name' => $name, 'uses' => $uses]);
        }
        $focus = $asset->isFocusSet() ? $asset->focus() : null;
        $request->getSession()->set(self::TAKEN_AWAY . $project->id(), serialize([KeptPicture::of($asset), $focus]));
        $this->pictures->remove($asset);

        return $this->show($project, gone: $name);
    }

    /** Restores the picture that was deleted last. */
    #[Route('-back', name: 'library_back', methods: ['POST'])]
    public function back(Project $project, Request $request): Response
    {
        $said = $request->getSession()->remove(self::TAKEN_AWAY . $project->id());
        $kept = \is_string($said) ? unserialize($said, ['allowed_classes' => [KeptPicture::class]]) : null;
        if (!\is_array($kept) || !$kept[0] instanceof KeptPicture) {
            return $this->show($project, [], [new Message('compose.library.nothing_to_restore')]);
        }
        $name = $this->pictures->attach($project, $kept[0]);
        try {
            $this->files->bytes($this->asset($project, $name));
        } catch (UnableToReadFile) {
            // Taken away days ago in this session, it was tidied away since.
            $this->pictures->remove($this->asset($project, $name));

            return $this->show($project, [], [new Message('compose.library.not_kept', ['name' => $name])]);
        }
        if (null !== $kept[1]) {
            $this->pictures->focus($this->asset($project, $name), ...$kept[1]);
        }

        return $this->show($project, [$name]);
    }

    /** Sets the focus point of a picture from a layer that shows it. Without a point, it is detected again. */
    #[Route('/{name}/focus', name: 'library_focus', requirements: ['name' => '[^/]+'], methods: ['POST'])]
    public function focus(Project $project, string $name, Request $request): Response
    {
        $input = $request->request;
        $found = '' === $input->getString('x');
        $this->pictures->focus(
            $this->asset($project, $name),
            $found ? null : (float) $input->getString('x'),
            $found ? null : (float) $input->getString('y'),
        );

        return $this->screen->work($project, $request);
    }

    /** @return list<string> what the design shows or plays whatever the rows say */
    private function used(Project $project): array
    {
        $design = $project->design();
        $heard = array_filter(
            $this->pictures->soundNames($project),
            static fn (string $name): bool => \in_array(Pattern::quote($name), $design->sounds(), true),
        );

        return [...$design->pictures(), ...array_values($heard)];
    }

    private function asset(Project $project, string $name): StoredPicture
    {
        return $this->pictures->find($project, $name) ?? throw new NotFoundHttpException('There is no such picture.');
    }

    /**
     * @param list<string> $new
     * @param list<Message|string> $notices what could not be done
     * @param Job|null     $waits a worker brings in the rest
     * @param array{name: string, uses: Message}|null $asked what is to be taken away, and where it is wanted
     * @param string       $gone  what was taken away just now
     */
    private function show(
        Project $project,
        array $new = [],
        array $notices = [],
        ?Job $waits = null,
        ?array $asked = null,
        string $gone = '',
    ): Response {
        return new Response(
            $this->twig->render('compose/library.html.twig', [
                'project' => $project,
                'pictures' => $this->pictures->all($project),
                'used' => $this->used($project),
                'new' => $new,
                'notices' => $notices,
                'asked' => $asked,
                'gone' => $gone,
                'view' => null === $waits ? null : $this->desk->view($waits),
            ]),
        );
    }
}

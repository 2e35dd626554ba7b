<?php

declare(strict_types=1);

namespace Morphea\App\Projects;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Member;
use Morphea\App\Entity\Project;
use Morphea\App\Import\MorpheaArchive;
use Morphea\App\Import\MorpheaFile;
use Morphea\App\Import\UploadError;
use Morphea\App\Open\Faces;
use Morphea\App\Pictures\PictureStore;
use Morphea\App\Templates\TemplateHistory;
use Morphea\App\Web\Attachment;
use Morphea\App\Web\Upload;
use Morphea\App\Work\WorkDesk;
use Morphea\Core\Naming\SafeName;
use Morphea\Core\Template\Preset;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\Unit;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** All projects of a member, and ways to begin one. */
final class ProjectsController extends AbstractController
{
    /** Files and pictures that are packed or unpacked while somebody waits for the answer. */
    private const AT_ONCE_BYTES = 8_000_000;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ProjectMaker $maker,
        private readonly StarterShelf $starters,
        private readonly OwnStarters $own,
        private readonly ProjectFile $file,
        private readonly PictureStore $pictures,
        private readonly WorkDesk $desk,
    ) {
    }

    #[Route('/', name: 'projects', methods: ['GET'])]
    public function index(#[CurrentUser] Member $member, Request $request, Faces $faces): Response
    {
        $projects = $this->entities
            ->getRepository(Project::class)
            ->findBy(['owner' => $member], ['changedAt' => 'DESC', 'id' => 'DESC']);
        $order = CardOrder::tryFrom($request->query->getString('order')) ?? CardOrder::Changed;
        $cards = $order->sorted(
            array_map(static fn (Project $project): Card => Card::of($project, $faces->state($project)), $projects),
        );

        return $this->render('projects/index.html.twig', [
            'cards' => $cards,
            'order' => $order->value,
            'orders' => CardOrder::labels(),
            'starters' => $this->starters->all(),
            'own' => $this->own->all($member),
            'presets' => Preset::all(),
            'works' => $this->desk->all($member, ...ProjectWork::kinds()),
            'says' => ProjectWork::SAYS,
        ]);
    }

    /** A project's small picture, as its first row looks. */
    #[Route('/projects/{project}/face', name: 'project_face', methods: ['GET'])]
    public function face(Project $project, Faces $faces, Request $request): Response
    {
        $response = (new Response())->setEtag($faces->state($project))->setPrivate()->setMaxAge(600);
        if ($response->isNotModified($request)) {
            return $response;
        }
        $png = $faces->png($project);
        $response->headers->set('Content-Type', null === $png ? 'image/svg+xml' : 'image/png');

        return $response->setContent($png ?? $this->renderView('projects/no-face.svg.twig'));
    }

    #[Route('/projects', name: 'project_new', methods: ['POST'])]
    public function new(Request $request, #[CurrentUser] Member $member): Response
    {
        $input = $request->request;
        if ('' !== ($starter = $input->getString('starter'))) {
            return $this->fromStarter($member, $starter, $input->getBoolean('rows'));
        }
        try {
            $project = $this->maker->blank($member, $this->blankTemplate($request));
        } catch (TemplateError $e) {
            $this->addFlash('bad', \sprintf('A side of this size cannot be made: %s.', $e->getMessage()));

            return $this->redirectToRoute('projects');
        }

        return $this->redirectToRoute('compose', ['project' => $project->id()]);
    }

    #[Route('/projects/bring', name: 'project_bring', methods: ['POST'])]
    public function bring(
        Request $request,
        #[CurrentUser] Member $member,
        MorpheaArchive $archive,
        FilesystemOperator $files,
    ): Response {
        try {
            $upload = Upload::from($request, 'file');
            $file = $archive->read($upload->path, $upload->name);
            if (filesize($upload->path) > self::AT_ONCE_BYTES) {
                $job = $this->desk->note(BringProject::KIND, $member, null, ['name' => $upload->name], \count($file->pictures));
                $stream = fopen($upload->path, 'r');
                \assert(false !== $stream);
                $files->writeStream("{$job->folder()}/file", $stream);
                $this->desk->ask($job);

                return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
            }
            $project = $this->maker->fromFile($member, $file, $upload->name);
        } catch (UploadError $e) {
            $this->addFlash('bad', $e->getMessage());

            return $this->redirectToRoute('projects');
        }

        return $this->redirectToRoute('compose', ['project' => $project->id()]);
    }

    #[Route('/projects/{project}/name', name: 'project_name', methods: ['POST'])]
    public function name(Project $project, Request $request, TemplateHistory $history): Response
    {
        $name = mb_substr(trim($request->request->getString('name')), 0, 120);
        if ('' === $name) {
            $this->addFlash('bad', 'A project needs a name.');
        } else {
            $history->anywhen($project, static fn (Template $template): Template => $template->named($name), 'Project renamed');
        }

        return $this->redirectToRoute('projects');
    }

    #[Route('/projects/{project}/delete', name: 'project_delete', methods: ['POST'])]
    public function delete(Project $project, ProjectRemoval $removal): Response
    {
        $name = Card::of($project, '')->name;
        $removal->remove($project);
        $this->addFlash('good', "“{$name}” was deleted with its rows and pieces.");

        return $this->redirectToRoute('projects');
    }

    #[Route('/projects/{project}/save.morphea', name: 'project_save', methods: ['GET'])]
    public function save(Project $project): Response
    {
        return $this->isLarge($project)
            ? $this->inBackground(SaveProject::KIND, $project)
            : Attachment::file(
                $this->file->write($project, true),
                (SafeName::of($project->name()) ?: 'project') . '.morphea',
                'application/zip',
            );
    }

    /** Another project of the same design, with or without its rows. */
    #[Route('/projects/{project}/copy', name: 'project_copy', methods: ['POST'])]
    public function copy(Project $project, Request $request): Response
    {
        $copy = $this->maker->copy($project, $request->request->getBoolean('rows'));
        $this->addFlash(
            'good',
            \sprintf(
                '“%s” is a project of its own now, %s.',
                $copy->name(),
                0 === $copy->rowCount() ? 'without rows' : 'with its rows',
            ),
        );

        return $this->redirectToRoute('projects');
    }

    /** Keeps the design as a starter of the member's own. */
    #[Route('/projects/{project}/keep', name: 'project_keep', methods: ['POST'])]
    public function keep(Project $project): Response
    {
        if ($this->isLarge($project)) {
            return $this->inBackground(KeepStarter::KIND, $project);
        }
        $this->own->keep($project);
        $this->addFlash(
            'good',
            "“{$project->name()}” is kept among your own starters, with its rows as examples. The project stays as it is.",
        );

        return $this->redirectToRoute('projects');
    }

    #[Route('/starters/{starter}/forget', name: 'starter_forget', methods: ['POST'])]
    public function forget(string $starter, #[CurrentUser] Member $member): Response
    {
        $this->own->forget(
            $this->own->find($member, $starter) ?? throw $this->createNotFoundException('There is no such starter.'),
        );
        $this->addFlash('good', 'The starter is gone. Projects made from it stay.');

        return $this->redirectToRoute('projects');
    }

    private function isLarge(Project $project): bool
    {
        return $this->pictures->size($project) > self::AT_ONCE_BYTES;
    }

    private function inBackground(string $kind, Project $project): Response
    {
        $job = $this->desk->note($kind, $project->owner(), $project, ['name' => $project->name()]);
        $this->desk->ask($job);

        return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
    }

    private function fromStarter(Member $member, string $id, bool $rows): Response
    {
        $own = $this->own->find($member, $id);
        if (null !== $own && $this->own->size($own) > self::AT_ONCE_BYTES) {
            $job = $this->desk->note(BringProject::KIND, $member, null, [
                'name' => $own->name(),
                'starter' => $own->id(),
                'without_rows' => $rows ? '' : '1',
            ]);
            $this->desk->ask($job);

            return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
        }
        $make = fn (MorpheaFile $file): Project => $this->maker->fromFile(
            $member,
            $rows ? $file : $file->withoutRows(),
            'example rows',
        );
        $project =
            null !== $own
                ? $this->own->load($own, $make)
                : $make($this->starters->load($id) ?? throw $this->createNotFoundException('There is no such starter.'));

        return $this->redirectToRoute($rows ? 'compose' : 'rows', ['project' => $project->id()]);
    }

    private function blankTemplate(Request $request): Template
    {
        $input = $request->request;
        $name = mb_substr(trim($input->getString('name')), 0, 120);
        $name = '' === $name ? 'New project' : $name;
        $preset = Preset::all()[$input->getString('preset')] ?? null;
        if (null !== $preset) {
            return $preset->template($name);
        }
        $unit = Unit::tryFrom($input->getString('unit')) ?? Unit::Pixel;
        $number = static fn (string $key): float => (float) str_replace(',', '.', $input->getString($key));

        return Template::blank(
            $name,
            $number('width'),
            $number('height'),
            $unit,
            '' === $input->getString('dpi') ? (Unit::Pixel === $unit ? 96 : 300) : $number('dpi'),
        );
    }
}

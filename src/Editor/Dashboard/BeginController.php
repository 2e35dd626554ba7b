<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Ways to start a project: a blank page, a starter, a file; and the member's own starters. */
final class BeginController extends AbstractController
{
    /** Files and pictures that are unpacked while somebody waits for the answer. */
    private const AT_ONCE_BYTES = 8_000_000;

    public function __construct(
        private readonly ProjectMaker $maker,
        private readonly StarterShelf $starters,
        private readonly OwnStarters $own,
        private readonly JobDispatcher $desk,
        private readonly StarterWords $words,
        private readonly Words $language,
        private readonly EntityManagerInterface $entities,
    ) {
    }

    #[Route('/projects', name: 'project_new', methods: ['POST'])]
    public function new(Request $request, #[CurrentUser] Member $member): Response
    {
        $input = $request->request;
        if ('' !== ($starter = $input->getString('starter'))) {
            if ($input->has('organisation')) {
                $member->belongsTo($input->getString('organisation') ?: $member->name, $input->getString('signatory'));
                $this->entities->flush();
            } elseif (!$member->hasSaidWhose() && \in_array($starter, $this->starters->all(), true)) {
                // Asked once: a starter is for one's own organisation.
                return $this->render('projects/whose.html.twig', ['starter' => $starter, 'rows' => $input->getBoolean('rows')]);
            }

            return $this->fromStarter($member, $starter, $input->getBoolean('rows'));
        }
        try {
            $project = $this->maker->blank(
                $member,
                BlankDesign::of($request->request, $this->language),
            );
        } catch (DesignException $e) {
            $this->addFlash('bad', new Message('projects.new.bad_size', ['why' => $e->says()]));

            return $this->redirectToRoute('projects');
        }

        return $this->redirectToRoute('compose', ['project' => $project->id()]);
    }

    #[Route('/projects/bring', name: 'project_bring', defaults: ['_takes' => 1_010], methods: ['POST'])]
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
        } catch (UploadException $e) {
            $this->addFlash('bad', $e->says());

            return $this->redirectToRoute('projects');
        }

        return $this->redirectToRoute('compose', ['project' => $project->id()]);
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
            new Message('projects.starters.example_rows'),
        );
        $project =
            null !== $own
                ? $this->own->load($own, $make)
                : $make($this->shipped($member, $id, $rows));

        if (null === $own) {
            $project->markNamed(false);
            $this->entities->flush();
        }

        return $this->redirectToRoute($rows ? 'compose' : 'rows', ['project' => $project->id()]);
    }

    private function shipped(Member $member, string $id, bool $rows): MorpheaFile
    {
        $file = $this->starters->load($id) ?? throw $this->createNotFoundException('No such starter.');

        return $file->withDesign($this->words->adapt($id, $file->design, $member, $rows));
    }

    #[Route('/starters/{starter}/forget', name: 'starter_forget', methods: ['POST'])]
    public function forget(string $starter, #[CurrentUser] Member $member): Response
    {
        $this->own->forget(
            $this->own->find($member, $starter) ?? throw $this->createNotFoundException('No such starter.'),
        );
        $this->addFlash('good', new Message('projects.starters.deleted'));

        return $this->redirectToRoute('projects');
    }
}

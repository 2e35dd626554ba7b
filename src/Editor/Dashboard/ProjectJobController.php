<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Progress of long jobs on whole projects: saving, opening, saving as a starter. */
#[Route('/work/{job}')]
final class ProjectJobController extends AbstractController
{
    public function __construct(private readonly JobDispatcher $desk)
    {
    }

    #[Route('', name: 'work', methods: ['GET'])]
    public function page(string $job, #[CurrentUser] Member $member): Response
    {
        $found = $this->job($member, $job);
        $project = $found->outcome()['project'] ?? null;
        if (JobState::Done === $found->state() && !ProjectJobKind::isFile($found)) {
            $this->desk->forget($found);
            $this->addFlash(
                'good',
                \is_string($project)
                    ? new Message('projects.work.imported')
                    : new Message('projects.kept.done', ['name' => $found->text('name')]),
            );
            $to = 'rows' === ($found->outcome()['to'] ?? null) ? 'rows' : 'compose';

            return \is_string($project)
                ? $this->redirectToRoute($to, ['project' => $project])
                : $this->redirectToRoute('projects');
        }

        return $this->render('projects/work.html.twig', [
            'job' => $found,
            'title' => ProjectJobKind::title($found),
            'name' => $found->text('name'),
            'view' => $found->isUnderWay() ? $this->desk->view($found) : null,
            'bytes' => $found->outcome()['bytes'] ?? 0,
        ]);
    }

    /** Cancels the job, or closes it when it is done. */
    #[Route('', name: 'work_forget', methods: ['POST'])]
    public function forget(string $job, #[CurrentUser] Member $member): Response
    {
        $this->desk->forget($this->job($member, $job));

        return $this->redirectToRoute('projects', status: Response::HTTP_SEE_OTHER);
    }

    #[Route('/file', name: 'work_file', methods: ['GET'])]
    public function saved(string $job, #[CurrentUser] Member $member, FilesystemOperator $files): Response
    {
        $found = $this->job($member, $job);
        if (!ProjectJobKind::isFile($found) || JobState::Done !== $found->state()) {
            throw $this->createNotFoundException('No file yet.');
        }
        $path = "{$found->folder()}/file";

        return new StreamedResponse(
            static function () use ($files, $path): void {
                fpassthru($files->readStream($path));
            },
            Response::HTTP_OK,
            [
                'Content-Type' => 'application/zip',
                'Content-Length' => (string) $files->fileSize($path),
                'Content-Disposition' => Attachment::header((SafeName::of($found->text('name')) ?: 'project') .
                    (SaveAll::KIND === $found->kind() ? '.zip' : '.morphea')),
            ],
        );
    }

    private function job(Member $member, string $id): Job
    {
        $job = $this->desk->findOf($member, $id);

        return null !== $job && isset(ProjectJobKind::TITLES[$job->kind()])
            ? $job
            : throw $this->createNotFoundException('No such job.');
    }
}

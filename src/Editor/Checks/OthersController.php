<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Checks\SetFacts;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** The charts of the whole set, and what is shown to others: contact sheets and a table of warnings. */
#[Route('/projects/{project}/proof')]
final class OthersController extends AbstractController
{
    public function __construct(private readonly ProofTable $table, private readonly JobDispatcher $desk)
    {
    }

    #[Route('/set', name: 'proof_set', methods: ['GET'])]
    public function set(Project $project, ProofDesk $proof, RowInputs $inputs): Response
    {
        $proof->bring($project);

        return $this->render('proof/set.html.twig', [
            'project' => $project,
            'here' => 'proof',
            'design' => $project->design(),
            'sets' => SetFacts::of($this->table->allFacts($project)),
            'current' => $project->isProofed($inputs->state($project)),
        ]);
    }

    #[Route('/warnings.csv', name: 'proof_csv', methods: ['GET'])]
    public function csv(Project $project, WarningsCsv $csv): Response
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        $csv->write($path, $this->table->open($project));

        return Attachment::file($path, self::name($project) . '-warnings.csv', 'text/csv; charset=UTF-8');
    }

    #[Route('/sheet', name: 'proof_sheet', methods: ['POST'])]
    public function order(Project $project, Request $request, LightTable $light): Response
    {
        $paper = $request->request->getString('paper');
        $numbers = $light->numbers($project, LightTableFilter::of($project, $request));
        if ([] === $numbers) {
            $this->addFlash('bad', new Message('proof.sheet.nothing'));

            return $this->redirectToRoute('proof', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }
        $old = $this->desk->called($project, MakeContactSheet::kind(), $project->id());
        if (null !== $old) {
            $this->desk->forget($old);
        }
        $facts = ['paper' => isset(ContactSheet::PAPERS[$paper]) ? $paper : 'A4', 'numbers' => implode(',', $numbers)];
        $job = $this->desk->note(MakeContactSheet::kind(), $project->owner(), $project, $facts, \count($numbers), $project->id());
        $this->desk->ask($job);

        return $this->redirectToRoute('proof_sheet_made', ['project' => $project->id(), 'job' => $job->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/sheet/{job}', name: 'proof_sheet_made', methods: ['GET'])]
    public function made(Project $project, string $job): Response
    {
        $found = $this->job($project, $job);

        return $this->render('proof/sheet.html.twig', [
            'project' => $project,
            'here' => 'proof',
            'job' => $found,
            'view' => $found->isUnderWay() ? $this->desk->view($found) : null,
            'bytes' => (int) ($found->outcome()['bytes'] ?? 0),
        ]);
    }

    #[Route('/sheet/{job}/file', name: 'proof_sheet_file', methods: ['GET'])]
    public function pdf(Project $project, string $job, FilesystemOperator $files): Response
    {
        $found = $this->job($project, $job);
        if (JobState::Done !== $found->state()) {
            throw $this->createNotFoundException('The contact sheet is not there yet.');
        }
        $path = "{$found->folder()}/file";

        return new StreamedResponse(static function () use ($files, $path): void {
            fpassthru($files->readStream($path));
        }, Response::HTTP_OK, [
            'Content-Type' => 'application/pdf',
            'Content-Length' => (string) $files->fileSize($path),
            'Content-Disposition' => Attachment::header(self::name($project) . '-contact-sheet.pdf'),
        ]);
    }

    private static function name(Project $project): string
    {
        return SafeName::of($project->name()) ?: 'project';
    }

    private function job(Project $project, string $id): Job
    {
        return $this->desk->find($project, MakeContactSheet::kind(), $id)
            ?? throw $this->createNotFoundException('There is no such contact sheet any more.');
    }
}

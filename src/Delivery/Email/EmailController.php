<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Project\Projects\Project;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Shows one sent email with its attachments, and downloads it as an EML file (RFC 5322). */
#[Route(
    '/projects/{project}/deliver/mail/{mailing}/{letter}',
    requirements: ['mailing' => '[0-9a-z]{26}', 'letter' => '\d+'],
    methods: ['GET'],
)]
final class EmailController extends AbstractController
{
    public function __construct(
        private readonly Mailings $mailings,
        private readonly EmailRepository $emails,
        private readonly EmailWriter $writer,
        private readonly FilesystemOperator $files,
    ) {
    }

    #[Route('', name: 'letter')]
    public function read(Project $project, string $mailing, string $letter): Response
    {
        [$of, $found] = $this->found($project, $mailing, $letter);
        [$bytes, $lies] = $this->bytes($project, $of, $found);

        return $this->render('mail/letter.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'mailing' => $of,
            'letter' => $found,
            'eml' => EmlFile::of($bytes),
            'lies' => $lies,
        ]);
    }

    #[Route('/mail.eml', name: 'letter_eml')]
    public function eml(Project $project, string $mailing, string $letter): Response
    {
        [$of, $found] = $this->found($project, $mailing, $letter);

        return new Response($this->bytes($project, $of, $found)[0], Response::HTTP_OK, [
            'Content-Type' => 'message/rfc822',
            'Content-Disposition' => Attachment::header("mail-{$of->number()}-row-{$found->row->number}.eml"),
        ]);
    }

    #[Route('/parts/{number}', name: 'letter_part', requirements: ['number' => '\d+'])]
    public function part(Project $project, string $mailing, string $letter, int $number): Response
    {
        [$of, $found] = $this->found($project, $mailing, $letter);
        $part = EmlFile::of($this->bytes($project, $of, $found)[0])->attachments()[$number] ?? null;
        if (null === $part) {
            throw $this->createNotFoundException();
        }

        return new Response($part['body'], Response::HTTP_OK, [
            'Content-Type' => $part['type'],
            'Content-Disposition' => Attachment::header($part['name']),
        ]);
    }

    /** @return array{Mailing, QueuedEmail} */
    private function found(Project $project, string $mailing, string $letter): array
    {
        $of = $this->mailings->find($project, $mailing);
        $found = null === $of ? [] : $this->emails->some($of, [(int) $letter]);

        return null === $of || [] === $found ? throw $this->createNotFoundException() : [$of, $found[0]];
    }

    /** @return array{string, bool} as it lies in the mailbox, or as it would be written now; and whether it lies there */
    private function bytes(Project $project, Mailing $mailing, QueuedEmail $letter): array
    {
        $path = MailboxTransport::path($letter->message);
        if ('' !== $letter->message && $this->files->fileExists($path)) {
            return [$this->files->read($path), true];
        }
        try {
            return [$this->writer->email($project, $mailing->order(), $letter, $mailing->base())->toString(), false];
        } catch (NoPieceException $e) {
            throw $this->createNotFoundException(previous: $e);
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\App\Entity\Project;
use Morphea\App\Work\WorkDesk;
use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\Severity;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The light table: every piece, small, laid out for real, the worst first. */
#[Route('/projects/{project}/proof', methods: ['GET'])]
final class ProofController extends AbstractController
{
    /** Pieces that are fetched together when they come into sight. */
    private const BLOCK = 12;

    public function __construct(private readonly ProofTable $table, private readonly LightTable $light)
    {
    }

    #[Route('', name: 'proof')]
    public function index(Project $project, Request $request, ProofDesk $desk, WorkDesk $work): Response
    {
        $job = 0 === $project->rowCount() ? null : $desk->bring($project);
        $sieve = Sieve::of($request);
        $counts = $this->table->counts($project);
        $shown = $this->table->count($project, $sieve);

        return $this->render('proof/index.html.twig', [
            'project' => $project,
            'here' => 'Proof',
            'view' => null === $job ? null : $work->view($job),
            'sieve' => $sieve,
            'counts' => $counts,
            'ranks' => array_reverse(\array_slice(Severity::cases(), 1)),
            'kinds' => array_map(static fn (string $kind): ?FindingKind => FindingKind::tryFrom($kind), array_keys($counts['kinds'])),
            'shown' => $shown,
            'block' => self::BLOCK,
            'blocks' => (int) ceil($shown / self::BLOCK),
            'template' => $project->template(),
            'first' => $this->light->cards($project, $sieve, 0, self::BLOCK),
        ]);
    }

    /** One piece large, with marks where something was found. */
    #[Route('/{number}', name: 'proof_piece', requirements: ['number' => '\d{1,7}'])]
    public function piece(Project $project, int $number, Request $request, ProofDesk $desk): Response
    {
        $desk->bring($project);
        $piece = $this->light->piece($project, $number) ?? throw $this->createNotFoundException('There is no such piece.');

        return $this->render('proof/piece.html.twig', $piece + [
            'project' => $project,
            'here' => 'Proof',
            'sieve' => $sieve = Sieve::of($request),
            'next' => $this->table->nextWith($project, $number),
            'before' => $this->table->beside($project, $sieve, $number, -1),
            'after' => $this->table->beside($project, $sieve, $number, 1),
            'template' => $project->template(),
        ]);
    }

    /** As many as come into sight together. */
    #[Route('/cards', name: 'proof_cards')]
    public function cards(Project $project, Request $request): Response
    {
        $from = max(0, $request->query->getInt('from'));
        $sieve = Sieve::of($request);
        $cards = $this->light->cards($project, $sieve, $from, self::BLOCK);

        return $this->render('proof/cards.html.twig', ['project' => $project, 'cards' => $cards, 'sieve' => $sieve]);
    }
}

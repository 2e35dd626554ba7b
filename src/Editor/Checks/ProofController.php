<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\WarningKind;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The light table: every piece as a small true picture, the worst first; and one piece large. FixController changes
 * them.
 */
#[Route('/projects/{project}/proof', methods: ['GET'])]
final class ProofController extends AbstractController
{
    /** Pieces that come together when they come into sight: rows of 1, 2, 3, 4, 6 or 12 are all full. */
    private const BLOCK = 12;
    /** Values of a column that are listed. */
    private const VALUES = 60;

    public function __construct(
        private readonly ProofTable $table,
        private readonly LightTable $light,
        private readonly ProofDesk $desk,
        private readonly ProofHistory $steps,
    ) {
    }

    #[Route('', name: 'proof')]
    public function index(Project $project, Request $request, JobDispatcher $work, RunHistory $since, TableRows $rows): Response
    {
        $job = 0 === $project->rowCount() ? null : $this->desk->bring($project);
        $sieve = LightTableFilter::of($project, $request);
        $counts = $this->table->counts($project);
        $left = $this->light->countLeft($project);
        $shown = $sieve->isOfLeft() ? $left : $this->table->count($project, $sieve);
        $changed = $since->changedSince($project);
        $madeUp = $sieve->isOpen() && $project->rowCount() > 0 ? $this->light->madeUp($project) : [];
        $first = self::BLOCK - \count($madeUp);

        return $this->render('proof/index.html.twig', [
            'project' => $project,
            'here' => 'proof',
            'view' => null === $job ? null : $work->view($job),
            'sieve' => $sieve,
            'counts' => $counts,
            'left' => $left,
            'touched' => $this->table->countTouched($project),
            'changed' => null === $changed ? null : \count($changed),
            'ranks' => array_reverse(\array_slice(Severity::cases(), 1)),
            'kinds' => array_map(static fn (string $kind): ?WarningKind => WarningKind::tryFrom($kind), array_keys($counts['kinds'])),
            'shown' => $shown,
            'block' => self::BLOCK,
            'starts' => self::starts($first, $shown),
            'design' => $project->design(),
            'first' => $this->light->cards($project, $sieve, 0, $first),
            'madeUp' => $madeUp,
            'values' => null === $sieve->column ? [] : $rows->values($project, $sieve->column, self::VALUES),
            'ways' => $this->steps->ways($project),
        ]);
    }

    /** Keeps the checks running while the member is elsewhere in the project, and reports their progress. */
    #[Route('/state', name: 'proof_state')]
    public function state(Project $project, Request $request): Response
    {
        if ($project->rowCount() > 0) {
            $this->desk->bring($project);
        }

        return $this->render('part/stations.html.twig', [
            'project' => $project,
            'here' => $request->query->getAlpha('here'),
            'oob' => false,
        ]);
    }

    /** One piece large, with marks at its warnings. */
    #[Route('/{number}', name: 'proof_piece', requirements: ['number' => '\d{1,7}'])]
    public function piece(Project $project, int $number, Request $request): Response
    {
        $this->desk->bring($project, $number);
        $piece = $this->light->piece($project, $number) ?? throw $this->createNotFoundException('There is no such piece.');
        $sieve = LightTableFilter::of($project, $request);

        return $this->render('proof/piece.html.twig', $piece + [
            'project' => $project,
            'here' => 'proof',
            'number' => $number,
            'sieve' => $sieve,
            'next' => $this->table->nextWith($project, $number),
            'previous' => $this->table->beside($project, $sieve, $number, -1),
            'following' => $this->table->beside($project, $sieve, $number, 1),
            'design' => $project->design(),
            'ways' => $this->steps->ways($project),
        ]);
    }

    /** What can be done about one warning for all rows, with the effect of each fix. */
    #[Route('/{number}/mends/{mark}', name: 'proof_mends', requirements: ['number' => '\d{1,7}', 'mark' => '\d{1,3}'])]
    public function mends(Project $project, int $number, int $mark, Request $request, FixApplier $mender): Response
    {
        $warning = $this->table->find($project, $number)->open[$mark - 1] ?? null;
        if (null === $warning) {
            // It was mended while this was on its way.
            return new Response();
        }

        return $this->render('proof/mends.html.twig', [
            'project' => $project,
            'number' => $number,
            'mark' => $mark,
            'sieve' => LightTableFilter::of($project, $request),
            'mends' => $mender->mends($project, $warning),
        ]);
    }

    /** @return list<int> where blocks begin that are not there yet */
    private static function starts(int $first, int $shown): array
    {
        $starts = [];
        for ($from = $first; $from < $shown; $from += self::BLOCK) {
            $starts[] = $from;
        }

        return $starts;
    }

    /** How many pieces are loaded at a time. */
    #[Route('/cards', name: 'proof_cards')]
    public function cards(Project $project, Request $request): Response
    {
        $from = max(0, $request->query->getInt('from'));
        $sieve = LightTableFilter::of($project, $request);
        $cards = $this->light->cards($project, $sieve, $from, self::BLOCK);

        return $this->render('proof/cards.html.twig', ['project' => $project, 'cards' => $cards, 'sieve' => $sieve]);
    }

    /** The numbers of all rows shown, for selecting them all. */
    #[Route('/numbers', name: 'proof_numbers')]
    public function numbers(Project $project, Request $request): Response
    {
        return new JsonResponse($this->light->numbers($project, LightTableFilter::of($project, $request)));
    }
}

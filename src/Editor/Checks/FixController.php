<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Designs\StaleDesignException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\App\Project\TouchUps\TouchUpEditor;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Edits\SetLimits;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Styles\CheckLimits;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\RowsEdit;
use Morphea\Core\Table\Data\RowSelection;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Acts on warnings; every action returns to the piece or to the light table as it was. */
#[Route('/projects/{project}/proof', methods: ['POST'])]
final class FixController extends AbstractController
{
    public function __construct(
        private readonly ProofTable $table,
        private readonly FixApplier $mender,
        private readonly ProofDesk $desk,
        private readonly TouchUpEditor $toucher,
        private readonly TableRows $rows,
    ) {
    }

    #[Route('/{number}/mend/{mark}', name: 'proof_mend', requirements: ['number' => '\d{1,7}', 'mark' => '\d{1,3}'])]
    public function mend(Project $project, int $number, int $mark, Request $request): Response
    {
        $warning = $this->found($project, $number)->open[$mark - 1] ?? null;
        try {
            $says = null === $warning
                ? null
                : $this->mender->mend($project, $warning, $request->request->getString('mend'), $request->request->getInt('revision'));
            null === $says
                ? $this->addFlash('bad', new Message('proof.done.changed_meanwhile'))
                : $this->addFlash('good', new Message('proof.done.fixed', ['what' => $says]));
        } catch (DesignException $e) {
            $this->addFlash('bad', $e->says());
        } catch (StaleDesignException) {
            $this->addFlash('bad', new Message('common.stale_design'));
        }

        return $this->back($project, $request, $number);
    }

    #[Route('/{number}/accept', name: 'proof_accept', requirements: ['number' => '\d{1,7}'])]
    public function accept(Project $project, int $number, Request $request, #[CurrentUser] Member $member): Response
    {
        $input = $request->request;
        $kind = WarningKind::tryFrom($input->getString('kind')) ?? throw $this->createNotFoundException('No such warning.');
        $found = $this->found($project, $number);
        $count = $this->mender->accept($project, $found, $kind, $input->getString('layer'), $input->getBoolean('all'), $member->name);
        $this->addFlash('good', 0 === $count ? new Message('proof.done.gone') : new Message('proof.done.accepted', ['count' => $count]));

        return $this->back($project, $request, $number);
    }

    #[Route('/{number}/unaccept', name: 'proof_unaccept', requirements: ['number' => '\d{1,7}'])]
    public function unaccept(Project $project, int $number, Request $request): Response
    {
        $kind = WarningKind::tryFrom($request->request->getString('kind'));
        if (null !== $kind) {
            $this->mender->notAccepted($project, $this->found($project, $number), $kind, $request->request->getString('layer'));
        }

        return $this->back($project, $request, $number);
    }

    #[Route('/{number}/untouch', name: 'proof_untouch', requirements: ['number' => '\d{1,7}'])]
    public function untouch(Project $project, int $number, Request $request): Response
    {
        $layer = $request->request->getString('layer');
        $this->toucher->takeBack($project, [$this->found($project, $number)->rowId], '' === $layer ? null : $layer);

        return $this->back($project, $request, $number);
    }

    /** Copies the touch-up of one piece to others. */
    #[Route('/{number}/copy', name: 'proof_copy', requirements: ['number' => '\d{1,7}'])]
    public function copy(Project $project, int $number, Request $request): Response
    {
        $from = $this->found($project, $number)->rowId;
        try {
            $picked = RowSelection::parse($request->request->getString('rows'), $project->rowCount())->numbers($project->rowCount());
            $ids = array_diff($this->ids($project, $picked), [$from]);
            $this->toucher->copy($project, $from, array_values($ids));
            $this->addFlash('good', new Message('proof.done.copied', ['count' => \count($ids)]));
        } catch (TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->back($project, $request, $number);
    }

    /** Acts on selected pieces: leaves them out or includes them, accepts their warnings, touches them up together. */
    #[Route('/selected', name: 'proof_selected')]
    public function selected(Project $project, Request $request, TableStore $tables, #[CurrentUser] Member $member): Response
    {
        $numbers = array_values(array_filter(array_map(intval(...), explode(',', $request->request->getString('numbers')))));
        $ids = $this->ids($project, $numbers);
        if ([] === $ids) {
            $this->addFlash('bad', new Message('table.error.rows_gone'));

            return $this->back($project, $request);
        }
        $do = $request->request->getString('do');
        if ('touch' === $do) {
            return $this->redirectToRoute('compose', [
                'project' => $project->id(),
                'row' => $numbers[0],
                'touch' => implode(',', $ids),
            ], Response::HTTP_SEE_OTHER);
        }
        try {
            match ($do) {
                'off', 'on' => $tables->apply($project, RowsEdit::switch($ids, 'off' === $do)),
                'accept' => $this->mender->acceptAll($project, $numbers, $member->name),
                'untouch' => $this->toucher->takeBack($project, $ids, null),
                default => null,
            };
            $said = \in_array($do, ['off', 'on', 'accept', 'untouch'], true) ? $do : 'nothing';
            $this->addFlash('good', new Message("proof.done.$said", ['count' => \count($ids)]));
        } catch (TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->back($project, $request);
    }

    #[Route('/limits', name: 'proof_limits')]
    public function limits(Project $project, Request $request, DesignHistory $history): Response
    {
        $now = $project->design()->limits;
        $number = static function (string $key, float $otherwise, float $part = 1.0) use ($request): float {
            $said = str_replace(',', '.', trim($request->request->getString($key)));

            return is_numeric($said) ? (float) $said / $part : $otherwise;
        };
        $limits = new CheckLimits(
            $number('contrast', $now->contrast),
            $number('dpi', $now->dpi),
            $number('enlarged', $now->enlarged),
            $number('smaller', $now->smaller, 100),
            $number('cut', $now->cut, 100),
        );
        try {
            $history->apply($project, new SetLimits($limits));
        } catch (DesignException $e) {
            $this->addFlash('bad', $e->says());
        } catch (StaleDesignException) {
            $this->addFlash('bad', new Message('common.stale_design'));
        }

        return $this->back($project, $request);
    }

    #[Route('/undo', name: 'proof_undo')]
    public function undo(Project $project, Request $request, ProofHistory $steps): Response
    {
        return $this->went($project, $request, $steps->undo(...), 'undo');
    }

    #[Route('/redo', name: 'proof_redo')]
    public function redo(Project $project, Request $request, ProofHistory $steps): Response
    {
        return $this->went($project, $request, $steps->redo(...), 'redo');
    }

    /** @param \Closure(Project): (Message|string|null) $go */
    private function went(Project $project, Request $request, \Closure $go, string $which): Response
    {
        try {
            $says = $go($project);
            $this->addFlash('good', null === $says ? new Message("common.nothing_to_$which") : new Message("common.{$which}ne", [
                'what' => $says,
            ]));
        } catch (StaleDesignException) {
            $this->addFlash('bad', new Message('common.stale_design'));
        }
        $number = $request->request->getInt('number');

        return $this->back($project, $request, $number > 0 ? $number : null);
    }

    private function found(Project $project, int $number): RowWarnings
    {
        return $this->table->find($project, $number) ?? throw $this->createNotFoundException('No such piece.');
    }

    /**
     * @param array<array-key, int> $numbers
     *
     * @return list<int>
     */
    private function ids(Project $project, array $numbers): array
    {
        return $this->rows->ids($project, array_values($numbers));
    }

    private function back(Project $project, Request $request, ?int $number = null): Response
    {
        $this->desk->bring($project, $number ?? 0);
        $there = null !== $number && null !== $this->table->find($project, $number);
        $query = ['project' => $project->id()] + LightTableFilter::of($project, $request)->query();

        return $there
            ? $this->redirectToRoute('proof_piece', ['number' => $number] + $query, Response::HTTP_SEE_OTHER)
            : $this->redirectToRoute('proof', $query, Response::HTTP_SEE_OTHER);
    }
}

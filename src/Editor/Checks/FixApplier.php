<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Designs\StaleDesignException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\Fix;
use Morphea\Core\Checks\FixFinder;
use Morphea\Core\Checks\FixOutcome;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** What can be done about a warning: a fix for all rows with its effect, or accepting it. */
final readonly class FixApplier
{
    /** Seconds that the outcomes of one warning may take together. */
    private const SECONDS = 3.0;

    public function __construct(
        private ProofTable $table,
        private ProjectOpener $opener,
        private TableRows $rows,
        private DesignHistory $history,
        private TouchUpStore $hands,
    ) {
    }

    /** @return list<array{mend: Fix, outcome: FixOutcome}> changes of the design with what they would do, the most helpful first */
    public function mends(Project $project, Warning $warning): array
    {
        $open = $this->opener->page($project);
        $rows = $this->rows->active($project);
        $mends = (new FixFinder($open->engine->texts))->find($open->design, $warning, $rows);
        $found = [];
        foreach ($mends as $mend) {
            try {
                $outcome = FixOutcome::of(
                    $open->engine->layouter,
                    $open->pictures,
                    $open->design,
                    $mend->edit,
                    $warning->kind,
                    $warning->layer,
                    $rows,
                    $open->even,
                    $open->touchUps,
                    self::SECONDS / \count($mends),
                );
            } catch (DesignException) {
                continue;
            }
            // What mends nothing is no remedy.
            if ($outcome->mended > 0) {
                $found[] = ['mend' => $mend, 'outcome' => $outcome];
            }
        }
        usort($found, static fn (array $one, array $other): int => [
            $one['outcome']->worse + $one['outcome']->hard, -$one['outcome']->mended,
        ] <=> [$other['outcome']->worse + $other['outcome']->hard, -$other['outcome']->mended]);

        return $found;
    }

    /**
     * @return Message|null what was changed; null where there is no such way any more
     *
     * @throws DesignException|StaleDesignException
     */
    public function mend(Project $project, Warning $warning, string $id, int $revision): ?Message
    {
        if ($revision !== $project->revision()) {
            throw new StaleDesignException();
        }
        $open = $this->opener->page($project);
        foreach ((new FixFinder($open->engine->texts))->find($open->design, $warning, $this->rows->active($project)) as $mend) {
            if ($mend->id === $id) {
                $says = $mend->edit->says($open->design);
                $this->history->apply($project, $mend->edit);

                return $says;
            }
        }

        return null;
    }

    /**
     * @param bool $all of all rows that it was found about, not of this one alone
     *
     * @return int of how many pieces it was taken as it is
     */
    public function accept(Project $project, RowWarnings $found, WarningKind $kind, string $layer, bool $all, string $by): int
    {
        $shown = $this->table->with($project, $kind->value, $layer);
        $shown = $all ? $shown : array_intersect_key($shown, [$found->rowId => true]);
        $at = Time::at()->format(\DATE_ATOM);
        $take = static fn (HandWork $work, int $row): HandWork => $work->accepting(
            new Acceptance($kind, $layer, $shown[$row][$layer] ?? '', $by, $at),
        );
        $says = new Message(\count($shown) > 1 ? 'proof.did.accepted_all' : 'proof.did.accepted', ['what' => $kind->brief()]);
        $this->hands->change($project, array_keys($shown), $take, $says);

        return \count($shown);
    }

    public function notAccepted(Project $project, RowWarnings $found, WarningKind $kind, string $layer): void
    {
        $drop = static fn (HandWork $work): HandWork => $work->without($kind, $layer);
        $this->hands->change($project, [$found->rowId], $drop, new Message('proof.did.unaccepted', ['what' => $kind->brief()]));
    }

    /**
     * All open warnings of some pieces, except those that keep a piece from being made.
     *
     * @param list<int> $numbers
     */
    public function acceptAll(Project $project, array $numbers, string $by): int
    {
        $new = [];
        $at = Time::at()->format(\DATE_ATOM);
        foreach ($this->table->some($project, $numbers) as [$found, $shown]) {
            foreach ($found->worth() as $warning) {
                if (!$warning->blocks()) {
                    $new[$found->rowId][] = new Acceptance($warning->kind, $warning->layer, $shown[$warning->layer] ?? '', $by, $at);
                }
            }
        }
        $take = static fn (HandWork $work, int $row): HandWork => array_reduce(
            $new[$row],
            static fn (HandWork $so, Acceptance $one): HandWork => $so->accepting($one),
            $work,
        );
        $this->hands->change($project, array_keys($new), $take, new Message('proof.did.accepted_pieces', ['count' => \count($new)]));

        return \count($new);
    }
}

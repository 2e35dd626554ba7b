<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Editor\Checks\Inspector;
use Morphea\App\Editor\Checks\ProofTable;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Context\OpenProject;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Table\Data\Record;

/** Rows with warnings to consider before they are made, from the stored checks if these are up to date. */
final readonly class OpenWarnings
{
    public function __construct(
        private ProjectOpener $opener,
        private Inspector $looker,
        private ProofTable $table,
        private TouchUpStore $hands,
    ) {
    }

    /**
     * @param iterable<Record> $rows
     * @param float            $seconds that looking may take
     *
     * @return array<int, Warning> the worst of each row, by its number
     */
    public function rows(Project $project, iterable $rows, float $seconds = 60.0): array
    {
        return $this->look($project, $rows, $seconds)['found'];
    }

    /**
     * @param iterable<Record> $rows
     *
     * @return array{found: array<int, Warning>, looked: int} the worst rows first; and how many rows were looked at before
     *   the time was up
     */
    public function look(Project $project, iterable $rows, float $seconds): array
    {
        $kept = $this->looker->isCurrent($project) ? $this->table->worst($project) : null;
        $open = $this->opener->page($project);
        $until = Time::precise() + $seconds;
        $found = [];
        $looked = 0;
        foreach ($rows as $row) {
            if (null === $kept && Time::precise() > $until) {
                break;
            }
            ++$looked;
            $worst = null === $kept
                ? $this->worst($open, $row, $this->hands->find($project, (int) $row->id))
                : $kept[$row->number] ?? null;
            if (null !== $worst) {
                $found[$row->number] = $worst;
            }
        }
        uasort($found, static fn (Warning $one, Warning $other): int => $other->severity->rank() <=> $one->severity->rank());

        return ['found' => $found, 'looked' => $looked];
    }

    private function worst(OpenProject $open, Record $row, HandWork $hand): ?Warning
    {
        $worst = null;
        foreach (array_keys($open->design->pages) as $page) {
            foreach ($open->warnings($row, $open->lay($row, $page), $page) as $warning) {
                $rank = $warning->severity->rank();
                $value = Acceptance::value($open->piece($row), $row, $warning->layer);
                $stands = $warning->blocks() || null === $hand->accepts($warning->kind, $warning->layer, $value);
                if ($stands && $rank > max(Severity::Note->rank(), $worst?->severity->rank() ?? -1)) {
                    $worst = $warning;
                }
            }
        }

        return $worst;
    }
}

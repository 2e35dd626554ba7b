<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 30)]
final readonly class ProofStation implements StationState
{
    public function __construct(private ProofTable $table, private RowInputs $inputs)
    {
    }

    public function station(Project $project): Station
    {
        [$looked, $bad, $eyes] = $this->table->totals($project);

        return match (true) {
            0 === $project->rowCount() => new Station('proof', 'proof', new Message('common.state.not_checked'), 'quiet'),
            !$project->isProofed($this->inputs->state($project)) => new Station(
                'proof',
                'proof',
                match (true) {
                    0 === $looked => new Message('common.state.not_checked'),
                    $looked < $project->activeRows() => new Message('common.state.checked', ['count' => $looked]),
                    default => new Message('common.state.checking_again'),
                },
                'quiet',
                true,
            ),
            0 === $eyes => new Station('proof', 'proof', new Message('common.state.in_order'), 'ok'),
            default => new Station('proof', 'proof', new Message('common.state.to_check', ['count' => $eyes]), $bad > 0 ? 'bad' : 'look'),
        };
    }
}

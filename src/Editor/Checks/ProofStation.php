<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
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
            0 === $project->rowCount() => new Station(name: 'Proof', route: 'proof', state: 'not looked at', tone: 'quiet'),
            !$project->isProofed($this->inputs->state($project)) => new Station(
                'Proof',
                'proof',
                0 === $looked ? 'not looked at' : ($looked < $project->activeRows() ? "$looked looked at" : 'looking again'),
                'quiet',
                true,
            ),
            0 === $eyes => new Station(name: 'Proof', route: 'proof', state: 'in order', tone: 'ok'),
            default => new Station('Proof', 'proof', number_format($eyes) . ' to look at', $bad > 0 ? 'bad' : 'look'),
        };
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 50)]
final readonly class ComposeStation implements StationState
{
    public function station(Project $project): Station
    {
        $unlinked = \count($project->unlinked());

        return match (true) {
            0 === $project->rowCount() => new Station('Compose', 'compose', \count($project->design()->layers()) . ' layers', 'quiet'),
            0 === $unlinked => new Station(name: 'Compose', route: 'compose', state: 'all linked', tone: 'ok'),
            default => new Station('Compose', 'compose', "$unlinked not linked", 'look'),
        };
    }
}

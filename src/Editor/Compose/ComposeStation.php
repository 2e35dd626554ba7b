<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 50)]
final readonly class ComposeStation implements StationState
{
    public function station(Project $project): Station
    {
        $unlinked = \count($project->unlinked());

        return match (true) {
            0 === $project->rowCount() => new Station(
                'compose',
                'compose',
                new Message('common.state.layers', ['count' => \count($project->design()->layers())]),
                'quiet',
            ),
            0 === $unlinked => new Station('compose', 'compose', new Message('common.state.linked'), 'ok'),
            default => new Station('compose', 'compose', new Message('common.state.not_linked', ['count' => $unlinked]), 'look'),
        };
    }
}

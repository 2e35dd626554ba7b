<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 10)]
final readonly class DeliverStation implements StationState
{
    public function __construct(private WayRegistry $ways)
    {
    }

    public function station(Project $project): Station
    {
        $state = $this->ways->state($project) ?? new WayState(new Message('common.state.nothing_sent'));

        return new Station('deliver', 'deliver', $state->words, $state->tone);
    }
}

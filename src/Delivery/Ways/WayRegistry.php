<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\HeldByOthers;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All ways of delivery in the order they are shown. */
final readonly class WayRegistry implements HeldByOthers
{
    /** @param iterable<DeliveryWay> $ways */
    public function __construct(#[AutowireIterator(DeliveryWay::class)] private iterable $ways)
    {
    }

    /** @return list<WayCard> */
    public function cards(Project $project): array
    {
        $cards = [];
        foreach ($this->ways as $way) {
            $cards[] = $way->card($project);
        }

        return array_values(array_filter($cards));
    }

    /** @return array<string, Message> what lines of the event log are called, by the way's id */
    public function labels(): array
    {
        $labels = [];
        foreach ($this->ways as $way) {
            $labels[$way->id()] = $way->label();
        }

        return array_filter($labels);
    }

    /** The summary for the bar; null if nothing was delivered yet. */
    public function state(Project $project): ?WayState
    {
        $first = null;
        foreach ($this->ways as $way) {
            $state = $way->state($project);
            if ('look' === $state?->tone) {
                return $state;
            }
            $first ??= $state;
        }

        return $first;
    }

    public function held(Member $owner): array
    {
        $found = [];
        foreach ($this->ways as $way) {
            foreach ($way->held($owner) as $project => $sentence) {
                $found[$project][] = $sentence;
            }
        }

        return $found;
    }
}

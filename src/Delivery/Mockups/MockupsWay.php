<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Mockups;

use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayCard;
use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Pieces shown on products. */
#[AsTaggedItem(priority: 40)]
final readonly class MockupsWay extends AbstractWay
{
    public function id(): string
    {
        return 'previews';
    }

    public function card(Project $project): WayCard
    {
        return new WayCard($this->id(), route: 'previews');
    }
}

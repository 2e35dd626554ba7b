<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayCard;
use Morphea\App\Delivery\Ways\WayState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Automations: what happens to rows without anybody present. */
#[AsTaggedItem(priority: 30)]
final readonly class AutomationWay extends AbstractWay
{
    public const ID = 'by-itself';

    public function __construct(private AutomationRepository $store, private AutomationSwitch $switch)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.follow');
    }

    public function card(Project $project): WayCard
    {
        $waits = $this->state($project);

        return new WayCard(
            'follow',
            route: 'follow',
            state: $waits->words ?? (null === $this->switch->on($project->id()) ? null : new Message('deliver.ways.follow.on')),
            tone: $waits->tone ?? 'ok',
            act: null === $waits ? 'act' : 'look',
        );
    }

    public function state(Project $project): ?WayState
    {
        $held = $this->store->held($project);

        return 0 === $held ? null : new WayState(new Message('common.state.approvals', ['count' => $held]), 'look');
    }
}

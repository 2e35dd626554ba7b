<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PersonalData;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\ShowsPieces;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * A way in which pieces reach the people they are for. It says all about itself; a new one is a room of its own with a class
 * that implements this, and nothing else names it. What it does in an automation is an AutomationAction.
 */
#[AutoconfigureTag]
interface DeliveryWay extends ShowsPieces, PersonalData
{
    /** Names it in the event log; kept with every line, so it never changes. */
    public function id(): string;

    /** What its lines are called in the event log; empty for a way that writes none. */
    public function label(): ?Message;

    /** Its card on the Deliver station; null for a way that is a part of the station itself. */
    public function card(Project $project): ?WayCard;

    /** What the bar says of it, in a few words; null where there is nothing to say yet. */
    public function state(Project $project): ?WayState;

    /**
     * What of a member's projects others hold or wait for: they lose it when the project is deleted.
     *
     * @return array<string, Message> a sentence without its full stop, by the project's id
     */
    public function held(Member $owner): array;
}

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
 * A way in which pieces reach people. It describes itself completely; a new one is a folder with a class that implements
 * this, and nothing else names it. What it does in an automation is an AutomationAction.
 */
#[AutoconfigureTag]
interface DeliveryWay extends ShowsPieces, PersonalData
{
    /** Its name in the event log; stored with every line, so it must never change. */
    public function id(): string;

    /** The names of its lines in the event log; empty if it writes none. */
    public function label(): ?Message;

    /** Its card on the Deliver station; null for a way that is part of the station itself. */
    public function card(Project $project): ?WayCard;

    /** What the bar says of it, in a few words; null where there is nothing to say yet. */
    public function state(Project $project): ?WayState;

    /**
     * What other people hold or wait for from a member's projects, and would lose if a project is deleted.
     *
     * @return array<string, Message> a sentence without its full stop, by the project's id
     */
    public function held(Member $owner): array;
}

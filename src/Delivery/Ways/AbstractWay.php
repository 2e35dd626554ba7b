<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Message;

/** A way with nothing but an id; subclasses add what they have. */
abstract readonly class AbstractWay implements DeliveryWay
{
    public function label(): ?Message
    {
        return null;
    }

    public function card(Project $project): ?WayCard
    {
        return null;
    }

    public function state(Project $project): ?WayState
    {
        return null;
    }

    public function held(Member $owner): array
    {
        return [];
    }

    public function shown(Run $run, array $newest): ?Message
    {
        return null;
    }

    public function tables(Member $member): iterable
    {
        return [];
    }

    /** How many of its items use a run; null if there are none. */
    protected static function shownAs(string $what, int $count): ?Message
    {
        return 0 === $count ? null : new Message("deliver.shown.$what", ['count' => $count]);
    }
}

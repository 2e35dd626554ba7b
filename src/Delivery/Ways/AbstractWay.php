<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;

/** A way of which nothing is known besides its id: a way says only what there is to say. */
abstract readonly class AbstractWay implements DeliveryWay
{
    public function label(): string
    {
        return '';
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

    public function shown(Run $run, array $newest): string
    {
        return '';
    }

    public function tables(Member $member): iterable
    {
        return [];
    }

    /** As “1 share page” and “2 share pages”; empty where there are none. */
    protected static function count(int $count, string $one, string $many): string
    {
        return 0 === $count ? '' : number_format($count) . ' ' . (1 === $count ? $one : $many);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** A row with its time. `forced`: it follows a post of the same kind because no other kind was left. */
final readonly class ScheduledItem
{
    public function __construct(public ScheduleItem $item, public \DateTimeImmutable $at, public bool $forced = false)
    {
    }
}

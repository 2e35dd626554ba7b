<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** A row with the time at which it is posted. `forced`: it follows one of its own kind, because no other was left. */
final readonly class ScheduledItem
{
    public function __construct(public ScheduleItem $item, public \DateTimeImmutable $at, public bool $forced = false)
    {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** A row to be posted and its kind; posts of one kind do not follow each other. */
final readonly class ScheduleItem
{
    public function __construct(public int $row, public string $kind = '')
    {
    }
}

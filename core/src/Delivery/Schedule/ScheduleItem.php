<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** Something to be posted: a row, and its kind, of which no two follow each other. */
final readonly class ScheduleItem
{
    public function __construct(public int $row, public string $kind = '')
    {
    }
}

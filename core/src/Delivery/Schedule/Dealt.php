<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** A row with the time at which it is posted. `forced`: it follows one of its own kind, because no other was left. */
final readonly class Dealt
{
    public function __construct(public Item $item, public \DateTimeImmutable $at, public bool $forced = false)
    {
    }
}

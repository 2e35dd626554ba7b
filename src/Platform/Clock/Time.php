<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Clock;

use Symfony\Component\Clock\Clock;

/** The time, from Symfony's clock, which tests can freeze. */
final readonly class Time
{
    /** Seconds since the epoch. */
    public static function now(): int
    {
        return Clock::get()->now()->getTimestamp();
    }

    /** The same, with fractions. */
    public static function precise(): float
    {
        return (float) Clock::get()->now()->format('U.u');
    }

    /** In the form databases take, in UTC: 2026-03-01 18:00:00. */
    public static function stamp(): string
    {
        return Clock::get()->now()->format('Y-m-d H:i:s');
    }

    /** @param string $when relative to now, as PHP says it */
    public static function at(string $when = 'now'): \DateTimeImmutable
    {
        $now = \DateTimeImmutable::createFromInterface(Clock::get()->now());

        return 'now' === $when ? $now : $now->modify($when);
    }
}

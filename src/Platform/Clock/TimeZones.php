<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Clock;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The time zone people read and write times in. Times are stored in UTC (Kernel); a moment is shown in the reader's
 * zone, and a time of day that somebody enters, such as 18:00, is in theirs.
 */
final class TimeZones
{
    private ?\DateTimeZone $reader = null;

    public function __construct(#[Autowire('%env(MORPHEA_ZONE)%')] private readonly string $server)
    {
    }

    /** The server's: as configured, else as PHP has it. */
    public function server(): \DateTimeZone
    {
        return self::known($this->server) ?? self::known((string) \ini_get('date.timezone')) ?? new \DateTimeZone('UTC');
    }

    /** The zone with that name in the IANA database; the server's if there is none. */
    public function named(?string $name): \DateTimeZone
    {
        return self::known((string) $name) ?? $this->server();
    }

    /** The reader's. */
    public function reader(): \DateTimeZone
    {
        return $this->reader ?? $this->server();
    }

    public function read(?string $name): void
    {
        $this->reader = $this->named($name);
    }

    /** @return array<string, list<string>> names by region */
    public static function all(): array
    {
        $all = [];
        foreach (\DateTimeZone::listIdentifiers() as $name) {
            $all[strtok($name, '/') ?: $name][] = $name;
        }

        return $all;
    }

    public static function isKnown(string $name): bool
    {
        return \in_array($name, \DateTimeZone::listIdentifiers(), true);
    }

    private static function known(string $name): ?\DateTimeZone
    {
        return self::isKnown($name) ? new \DateTimeZone($name) : null;
    }
}

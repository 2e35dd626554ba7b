<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Clock;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * In which zone people read and say times. What is kept is in UTC (Kernel); a moment is put into the zone of who reads it, and a
 * time of day that somebody said, as 18:00, is in theirs.
 */
final class TimeZones
{
    private ?\DateTimeZone $reader = null;

    public function __construct(#[Autowire('%env(MORPHEA_ZONE)%')] private readonly string $server)
    {
    }

    /** That of the server: as it is set, else as PHP has it. */
    public function server(): \DateTimeZone
    {
        return self::known($this->server) ?? self::known((string) \ini_get('date.timezone')) ?? new \DateTimeZone('UTC');
    }

    /** One by its name in the IANA database; that of the server where there is none. */
    public function named(?string $name): \DateTimeZone
    {
        return self::known((string) $name) ?? $this->server();
    }

    /** That of who reads what is being said. */
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

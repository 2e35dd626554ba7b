<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Connection;

/** Totals since installation over all machines: counts that only grow. */
final readonly class Counters
{
    public const MADE = 'pieces_made';
    public const NOT_MADE = 'pieces_not_made';
    public const FAILED = 'messages_failed';

    public function __construct(private Connection $connection)
    {
    }

    public function add(string $what, int $count): void
    {
        if ($count > 0) {
            $this->connection->executeStatement(
                'INSERT INTO tally (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = tally.value + excluded.value',
                [$what, $count],
            );
        }
    }

    /** @return array<string, int> */
    public function all(): array
    {
        $found = $this->connection->fetchAllKeyValue('SELECT name, value FROM tally');

        return array_map(intval(...), $found) + [self::MADE => 0, self::NOT_MADE => 0, self::FAILED => 0];
    }
}

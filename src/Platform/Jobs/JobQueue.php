<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;

/** What is waiting for workers: messages, in the table of the Doctrine transport, and jobs. */
final readonly class JobQueue
{
    /** Transports by the names that their queues have in the table. */
    private const QUEUES = ['default' => 'runs', 'reading' => 'priority'];

    public function __construct(private Connection $connection)
    {
    }

    /** The time of the oldest message that is not done; null if there is none. */
    public function oldestMessage(): ?\DateTimeImmutable
    {
        // A message stays in its table until it is done with, so that of every job somebody is at there is one.
        $oldest = $this->connection->fetchOne('SELECT MIN(created_at) FROM messenger_messages');

        return \is_string($oldest) ? new \DateTimeImmutable($oldest, new \DateTimeZone('UTC')) : null;
    }

    /** @return array<string, array{messages: int, oldest: float}> by queue; `oldest` is how long the oldest waits, in seconds */
    public function messages(): array
    {
        $utc = new \DateTimeZone('UTC');
        $found = $this->connection->fetchAllAssociative(
            'SELECT queue_name, COUNT(*) AS messages, MIN(CASE WHEN delivered_at IS NULL THEN available_at END) AS oldest
                FROM messenger_messages WHERE available_at <= ? GROUP BY queue_name ORDER BY queue_name',
            [(new \DateTimeImmutable('now', $utc))->format('Y-m-d H:i:s')],
        );
        $all = ['runs' => ['messages' => 0, 'oldest' => 0.0], 'priority' => ['messages' => 0, 'oldest' => 0.0]];
        foreach ($found as $one) {
            $name = self::QUEUES[$one['queue_name']] ?? (string) $one['queue_name'];
            $since = null === $one['oldest'] ? null : (new \DateTimeImmutable((string) $one['oldest'], $utc))->getTimestamp();
            $all[$name] = [
                'messages' => (int) $one['messages'],
                'oldest' => null === $since ? 0.0 : (float) max(0, Time::now() - $since),
            ];
        }

        return $all;
    }

    /** @return list<array{kind: string, state: string, count: int}> jobs under way */
    public function jobs(): array
    {
        return array_map(
            static fn (array $one): array => ['kind' => (string) $one[0], 'state' => (string) $one[1], 'count' => (int) $one[2]],
            $this->connection->fetchAllNumeric(
                "SELECT kind, state, COUNT(*) FROM job WHERE state IN ('waiting', 'working') GROUP BY kind, state ORDER BY kind, state",
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Monitoring;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Jobs\Tally;
use Morphea\App\Platform\Jobs\Workers;

/** How much waits and is done, in the text format that monitoring reads (Prometheus exposition format 0.0.4). */
final readonly class Metrics
{
    public function __construct(private Connection $connection, private Workers $workers, private Tally $tally)
    {
    }

    public function text(): string
    {
        $queues = $this->queues();
        $messages = array_column($queues, 'messages', 'queue');
        $oldest = array_column($queues, 'oldest', 'queue');
        $done = $this->tally->all();

        return implode('', [
            self::metric('morphea_workers', 'gauge', 'Workers that are there.', ['' => $this->workers->count()]),
            self::metric('morphea_queue_messages', 'gauge', 'Messages that wait or are worked on.', $messages),
            self::metric('morphea_queue_oldest_seconds', 'gauge', 'Since when the oldest that nobody is at waits.', $oldest),
            self::metric('morphea_jobs', 'gauge', 'Work under way.', $this->jobs()),
            self::metric('morphea_pieces_per_second', 'gauge', 'Pieces made, over the last moments.', ['' => $this->workers->pace()]),
            self::metric('morphea_pieces_made_total', 'counter', 'Pieces made.', ['' => $done[Tally::MADE]]),
            self::metric('morphea_pieces_not_made_total', 'counter', 'Pieces that could not be made.', ['' => $done[Tally::NOT_MADE]]),
            self::metric('morphea_messages_failed_total', 'counter', 'Messages that failed, tried again or not.', [
                '' => $done[Tally::FAILED],
            ]),
        ]);
    }

    /** @return list<array{queue: string, messages: int, oldest: float}> */
    private function queues(): array
    {
        $utc = new \DateTimeZone('UTC');
        $now = (new \DateTimeImmutable('now', $utc))->format('Y-m-d H:i:s');
        $found = $this->connection->fetchAllAssociative(
            'SELECT queue_name, COUNT(*) AS messages, MIN(CASE WHEN delivered_at IS NULL THEN available_at END) AS oldest
                FROM messenger_messages WHERE available_at <= ? GROUP BY queue_name ORDER BY queue_name',
            [$now],
        );
        $all = [
            'runs' => ['queue' => 'queue="runs"', 'messages' => 0, 'oldest' => 0.0],
            'reading' => ['queue' => 'queue="reading"', 'messages' => 0, 'oldest' => 0.0],
        ];
        foreach ($found as $one) {
            $name = 'default' === $one['queue_name'] ? 'runs' : (string) $one['queue_name'];
            $since = null === $one['oldest'] ? null : (new \DateTimeImmutable((string) $one['oldest'], $utc))->getTimestamp();
            $all[$name] = [
                'queue' => \sprintf('queue="%s"', $name),
                'messages' => (int) $one['messages'],
                'oldest' => null === $since ? 0.0 : (float) max(0, time() - $since),
            ];
        }

        return array_values($all);
    }

    /** @return array<string, int> by kind and state */
    private function jobs(): array
    {
        $all = [];
        foreach ($this->connection->fetchAllNumeric(
            "SELECT kind, state, COUNT(*) FROM job WHERE state IN ('waiting', 'working') GROUP BY kind, state ORDER BY kind, state",
        ) as [$kind, $state, $count]) {
            $all[\sprintf('kind="%s",state="%s"', $kind, $state)] = (int) $count;
        }

        return $all;
    }

    /** @param array<string, int|float> $values by labels */
    private static function metric(string $name, string $type, string $help, array $values): string
    {
        $lines = "# HELP $name $help\n# TYPE $name $type\n";
        foreach ($values as $labels => $value) {
            $lines .= $name . ('' === $labels ? '' : "{{$labels}}") . ' ' . (\is_int($value) ? $value : round($value, 3)) . "\n";
        }

        return $lines;
    }
}

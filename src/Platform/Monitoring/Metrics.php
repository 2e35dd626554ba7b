<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Monitoring;

use Morphea\App\Platform\Jobs\Counters;
use Morphea\App\Platform\Jobs\JobQueue;
use Morphea\App\Platform\Jobs\WorkerRegistry;

/** What is waiting and done, in the text format for monitoring (Prometheus exposition format 0.0.4). */
final readonly class Metrics
{
    public function __construct(private JobQueue $queue, private WorkerRegistry $workers, private Counters $tally)
    {
    }

    public function text(): string
    {
        $messages = $oldest = [];
        foreach ($this->queue->messages() as $name => $one) {
            $messages["queue=\"$name\""] = $one['messages'];
            $oldest["queue=\"$name\""] = $one['oldest'];
        }
        $done = $this->tally->all();

        return implode('', [
            self::metric('morphea_workers', 'gauge', 'Workers that are there.', ['' => $this->workers->count()]),
            self::metric('morphea_queue_messages', 'gauge', 'Messages that wait or are worked on.', $messages),
            self::metric('morphea_queue_oldest_seconds', 'gauge', 'Since when the oldest that nobody is at waits.', $oldest),
            self::metric('morphea_jobs', 'gauge', 'Work under way.', $this->jobs()),
            self::metric('morphea_pieces_per_second', 'gauge', 'Pieces made, over the last moments.', ['' => $this->workers->pace()]),
            self::metric('morphea_pieces_made_total', 'counter', 'Pieces made.', ['' => $done[Counters::MADE]]),
            self::metric('morphea_pieces_not_made_total', 'counter', 'Pieces that could not be made.', ['' => $done[Counters::NOT_MADE]]),
            self::metric('morphea_messages_failed_total', 'counter', 'Messages that failed, tried again or not.', [
                '' => $done[Counters::FAILED],
            ]),
        ]);
    }

    /** @return array<string, int> by kind and state */
    private function jobs(): array
    {
        $all = [];
        foreach ($this->queue->jobs() as ['kind' => $kind, 'state' => $state, 'count' => $count]) {
            $all[\sprintf('kind="%s",state="%s"', $kind, $state)] = $count;
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

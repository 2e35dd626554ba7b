<?php

declare(strict_types=1);

namespace Morphea\Bench\Simulation;

use Morphea\Core\Output\Batches\Batch;
use Morphea\Core\Output\Batches\BatchShares;

/**
 * Workers that make pieces, simulated: each takes a stretch out of one queue, makes its pieces on a processor, notes them
 * in the database and writes them into the store, and waits wherever others are before it. A discrete-event simulation in
 * which every processor, every lane of the database and every lane of the store serves one at a time, first come, first
 * served.
 */
final readonly class Machines
{
    /**
     * @param int $processors there are for all workers; as many as workers where each has a machine to itself
     * @param int $lanes      that the database serves at a time
     * @param int $store      writes that the store takes at a time
     */
    public function __construct(private Costs $costs, private int $processors, private int $lanes = 1, private int $store = 1)
    {
    }

    /**
     * @return array{seconds: float, rate: float, processors: float, database: float, store: float} `rate` in pieces a second;
     *   of each the share of the time in which it is busy
     */
    public function make(int $pieces, int $workers): array
    {
        $free = [
            'processors' => array_fill(0, min($workers, $this->processors), 0.0),
            'database' => array_fill(0, $this->lanes, 0.0),
            'store' => array_fill(0, $this->store, 0.0),
        ];
        $busy = array_fill_keys(array_keys($free), 0.0);
        /** @param float $at when it is wanted; answers when it is done */
        $serve = static function (string $what, float $at, float $seconds) use (&$free, &$busy): float {
            $lane = array_search(min([...$free[$what], \INF]), $free[$what], true);
            $busy[$what] += $seconds;

            return $free[$what][$lane] = max($at, $free[$what][$lane]) + $seconds;
        };
        $shares = new BatchShares($workers, 1);
        // What each worker does next: its time, the step it is at, and how many pieces of its stretch are left.
        $next = new \SplPriorityQueue();
        $fits = array_fill(0, $workers, Batch::FIRST);
        $began = $size = array_fill(0, $workers, 0);
        for ($worker = 0; $worker < $workers; ++$worker) {
            $next->insert([$worker, 'take', 0, 0.0], 0.0);
        }
        for ($left = $pieces, $end = 0.0; !$next->isEmpty();) {
            [$worker, $step, $of, $at] = $next->extract();
            switch ($step) {
                case 'take':
                    $end = max($end, $at);
                    if (0 === $left) {
                        continue 2;
                    }
                    if ($size[$worker] > 0) {
                        $fits[$worker] = Batch::after($fits[$worker], $size[$worker], $at - $began[$worker]);
                    }
                    $size[$worker] = $of = $shares->stretch($fits[$worker], $left);
                    $left -= $of;
                    $began[$worker] = $at;
                    $then = ['make', $serve('database', $at, $this->costs->stretch)];
                    break;
                case 'make':
                    $then = ['write', $serve('processors', $at, $this->costs->piece)];
                    break;
                case 'write':
                    $then = ['note', $serve('store', $at, $this->costs->busy) + max(0.0, $this->costs->write - $this->costs->busy)];
                    break;
                default:
                    --$of;
                    $then = [0 === $of ? 'take' : 'make', $serve('database', $at, $this->costs->query)];
            }
            $next->insert([$worker, $then[0], $of, $then[1]], -$then[1]);
        }
        $share = static fn (string $what): float => $busy[$what] / max(1e-9, $end * \count($free[$what]));

        return [
            'seconds' => $end,
            'rate' => $pieces / max(1e-9, $end),
            'processors' => $share('processors'),
            'database' => $share('database'),
            'store' => $share('store'),
        ];
    }
}

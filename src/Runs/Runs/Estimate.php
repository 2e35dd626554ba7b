<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Platform\Jobs\TimeLeft;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Context\SharedSizes;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Message;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** Estimates how long a run takes and how large its result is, by making a few of its pieces and keeping none. */
final readonly class Estimate
{
    /** Pieces that are made, spread over all of them, and seconds after which no more are. */
    private const TRIED = 4;
    private const SECONDS = 3.0;
    private const MOST = 10.0;
    /** Seconds that an answer holds. */
    private const HOLDS = 600;
    /** Workers that the application is run with where nobody says otherwise. */
    private const WORKERS = 2;

    public function __construct(
        private PieceMaker $maker,
        private PictureSets $pictures,
        private FontStore $fonts,
        private SharedSizes $sizes,
        private RowInputs $inputs,
        private PieceStore $pieces,
        private CacheInterface $cache,
        private TouchUpStore $hands,
        private RunQueue $queue,
    ) {
    }

    /**
     * @return array{time: Message, bytes: int, fresh: int, each: float, waits: array{time: Message, behind: Message}|null}|null
     * in words, bytes in all, pieces that are not there from before, seconds for one, and what it waits for; null where none
     * could be made
     */
    public function measure(Project $project, RunPlan $plan): ?array
    {
        $even = $this->sizes->get($project);
        $input = $this->inputs->namer($project, ChosenFormat::arrays($plan->order->choices), $even);
        $inputs = array_map(static fn (array $piece): string => $input($piece['row'], $piece['name']), $plan->pieces);
        $made = $this->pieces->made($project, $inputs);
        $fresh = array_values(array_filter($plan->pieces, static fn (int $i): bool => !isset($made[$inputs[$i]]), \ARRAY_FILTER_USE_KEY));
        if ([] === $fresh) {
            return ['time' => TimeLeft::words(0), 'bytes' => 0, 'fresh' => 0, 'each' => 0.0, 'waits' => null];
        }
        $last = \count($fresh) - 1;
        $spread = array_unique(
            array_map(static fn (int $i): int => intdiv($i * $last, self::TRIED - 1), range(0, self::TRIED - 1)),
        );
        $wanted = array_map(static fn (int $i): PieceRequest => new PieceRequest($i + 1, $fresh[$i]['name'], $fresh[$i]['row']), $spread);
        $key = 'estimate-' . hash('sha256', implode(' ', [...$inputs, \count($fresh)]));

        $estimate = $this->cache->get($key, function (ItemInterface $item) use ($project, $plan, $even, $wanted, $fresh): ?array {
            $item->expiresAfter(self::HOLDS);
            $making = new Production(
                $project->design()->made(),
                $plan->order->choices,
                $this->fonts->engine($project->owner())->layouter,
                $this->pictures->embedded($project),
                $even,
                $this->hands->touchUps($project),
            );
            $sink = new EstimateSink(self::SECONDS, self::MOST);
            $this->maker->make($making, array_values($wanted), $sink);
            if (0 === $sink->made()) {
                // Tried again as soon as somebody asks: what was in the way may be gone.
                $item->expiresAfter(0);

                return null;
            }

            return [
                'time' => TimeLeft::words($sink->seconds() * \count($fresh) / self::WORKERS),
                'bytes' => (int) ($sink->bytes() * \count($fresh)),
                'fresh' => \count($fresh),
                'each' => $sink->seconds() / self::WORKERS,
            ];
        });

        return null === $estimate ? null : $estimate + ['waits' => $this->queue->before($project->owner(), $estimate['each'])];
    }
}

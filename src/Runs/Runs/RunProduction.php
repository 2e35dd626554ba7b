<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureSets;

/** What a run's pieces share, prepared once for all batches a worker does in turn. */
final class RunProduction
{
    /** Seconds; a picture may come, or go. */
    private const HOLDS = 20.0;

    private string $run = '';
    private float $until = 0.0;
    private ?Production $making = null;

    public function __construct(
        private readonly PictureSets $pictures,
        private readonly FontStore $fonts,
        private readonly ExportFormatRegistry $outputs,
        private readonly FrozenAssets $meant,
    ) {
    }

    public function get(Run $run): Production
    {
        if (null === $this->making || $this->run !== $run->id() || Time::precise() > $this->until) {
            $this->making = new Production(
                $run->design(),
                $this->choices($run),
                $this->fonts->engine($run->project()->owner(), $this->meant->fonts($run))->layouter,
                $this->pictures->embedded($run->project(), $this->meant->shelf($run)),
                $run->evenSizes(),
                $run->touchUps(),
            );
            $this->run = $run->id();
            $this->until = Time::precise() + self::HOLDS;
        }

        return $this->making;
    }

    /** @return non-empty-list<ChosenFormat> */
    public function choices(Run $run): array
    {
        $choices = array_values(array_filter(array_map($this->outputs->choice(...), $run->choices())));

        return [] === $choices ? throw new \LogicException("What run {$run->number()} makes is not made any more.") : $choices;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Whoever shows pieces of runs to others, or is about to. */
#[AutoconfigureTag]
interface ShowsPieces
{
    /**
     * @param list<int> $newest ids of rows whose newest piece the run made
     *
     * @return string what of the run is shown, as “2 share pages”; empty where nothing is
     */
    public function shown(Run $run, array $newest): string;
}

<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Shows pieces of runs to others, or is about to. */
#[AutoconfigureTag]
interface ShowsPieces
{
    /**
     * @param list<int> $newest ids of rows whose newest piece the run made
     *
     * @return Message|null how many of what; null where there are none
     */
    public function shown(Run $run, array $newest): ?Message;
}

<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** What other people see of a run or are about to get. Whoever deletes the run is told, and none of it is tidied up. */
final readonly class ShownByRun
{
    /** @param iterable<ShowsPieces> $ways */
    public function __construct(private MadeRows $rows, #[AutowireIterator(ShowsPieces::class)] private iterable $ways)
    {
    }

    /** @return list<Message> how many there are of each, those that there are */
    public function words(Run $run): array
    {
        $newest = $this->rows->newestOf($run);
        $words = [];
        foreach ($this->ways as $way) {
            $words[] = $way->shown($run, $newest);
        }

        return array_values(array_filter($words));
    }
}

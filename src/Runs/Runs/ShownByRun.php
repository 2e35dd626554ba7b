<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** What of a run others look at, or are about to get. Whoever deletes it is told, and nothing of it is tidied away. */
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

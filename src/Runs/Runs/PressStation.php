<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 20)]
final readonly class PressStation implements StationState
{
    public function __construct(private NewestRun $newest, private JobDispatcher $work)
    {
    }

    public function station(Project $project): Station
    {
        $run = $this->newest->find($project);
        if (null === $run) {
            return self::state('quiet', 'nothing_made');
        }
        $progress = $this->work->progress($run->job());

        return match (true) {
            $run->isUnderWay() => self::state('look', 'made_of', ['done' => $progress->done, 'total' => (int) $progress->total]),
            $run->isStopped() => self::state('look', 'stopped'),
            $progress->failed > 0 => self::state('bad', 'made_and_failed', ['made' => $progress->made(), 'failed' => $progress->failed]),
            default => self::state('ok', 'made', ['count' => $progress->made()]),
        };
    }

    /** @param array<string, int> $slots */
    private static function state(string $tone, string $words, array $slots = []): Station
    {
        return new Station('press', 'press', new Message("common.state.$words", $slots), $tone);
    }
}

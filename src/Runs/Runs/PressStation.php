<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;
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
            return new Station(name: 'Press', route: 'press', state: 'nothing made', tone: 'quiet');
        }
        $progress = $this->work->progress($run->job());

        return match (true) {
            $run->isUnderWay() => new Station('Press', 'press', "{$progress->done} of $progress->total", 'look'),
            $run->isStopped() => new Station(name: 'Press', route: 'press', state: 'stopped', tone: 'look'),
            $progress->failed > 0 => new Station('Press', 'press', "{$progress->made()} made, $progress->failed not", 'bad'),
            default => new Station('Press', 'press', "{$progress->made()} made", 'ok'),
        };
    }
}

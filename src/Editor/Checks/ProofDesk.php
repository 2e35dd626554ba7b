<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;

/** Keeps the checks of a project up to date: short work is done at once, longer work by a worker. */
final readonly class ProofDesk
{
    /** Seconds that a page waits for what the layout tells, and for what has to be drawn. */
    private const LAYOUT = 0.3;
    private const PIXELS = 0.3;

    public function __construct(private Inspector $looker, private ProofRecorder $recorder, private JobDispatcher $desk)
    {
    }

    /**
     * @param int $number of a row that is wanted at once
     *
     * @return Job|null that looks at the rest; null where all is looked at
     */
    public function bring(Project $project, int $number = 0): ?Job
    {
        $job = $this->desk->called($project, InspectAll::kind(), $project->id());
        $busy = null !== $job && $job->isUnderWay();
        if ($this->looker->isCurrent($project) || ($busy && 0 === $number)) {
            return $busy ? $job : null;
        }
        $waiting = $this->looker->waiting($project)->first($number);
        if ($busy) {
            $one = $waiting->only($number);
            if ([] !== $one->rows) {
                $this->looker->layout($project, $one);
                $this->looker->settle($project, $waiting);
            }

            return $job;
        }
        if ($this->looker->layout($project, $waiting, null, self::LAYOUT)) {
            if ($this->looker->pixels($project, $waiting, null, self::PIXELS)) {
                return null;
            }
        } else {
            $this->looker->settle($project, $waiting);
        }
        $waiting = $this->looker->waiting($project);
        $this->recorder->outdated($project, array_keys($waiting->rows));
        if (null !== $job) {
            $this->desk->forget($job);
        }
        $total = \count($waiting->rows) + $waiting->count();
        $new = $this->desk->note(InspectAll::kind(), $project->owner(), $project, [], $total, $project->id());
        $this->desk->ask($new);

        return $new;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\App\Entity\Job;
use Morphea\App\Entity\Project;
use Morphea\App\Work\WorkDesk;

/** Keeps the proof of a project as new as its rows: a few are looked at at once, more by a worker. */
final readonly class ProofDesk
{
    /** Rows that a page waits for. */
    private const AT_ONCE = 60;
    /** The same where words have to be read aloud to know how long they take. */
    private const SPOKEN = 3;

    public function __construct(private Looker $looker, private WorkDesk $desk)
    {
    }

    /** @return Job|null that looks at the rest; null where all is looked at */
    public function bring(Project $project): ?Job
    {
        $job = $this->desk->called($project, LookThrough::kind(), $project->id());
        if (null !== $job && $job->isUnderWay()) {
            return $job;
        }
        $waiting = $this->looker->waiting($project);
        if (\count($waiting) <= ($project->template()->speaks() ? self::SPOKEN : self::AT_ONCE)) {
            $this->looker->look($project, $waiting);

            return null;
        }
        if (null !== $job) {
            $this->desk->forget($job);
        }
        $new = $this->desk->note(LookThrough::kind(), $project->owner(), $project, [], \count($waiting), $project->id());
        $this->desk->ask($new);

        return $new;
    }
}

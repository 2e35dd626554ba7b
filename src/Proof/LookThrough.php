<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Job;
use Morphea\App\Work\Report;
use Morphea\App\Work\Stopped;
use Morphea\App\Work\Task;

/** Looks through all rows of a project that changed, in the background, until none is left. */
final readonly class LookThrough implements Task
{
    /** So often it begins anew where rows change while it looks. */
    private const ROUNDS = 3;

    public function __construct(private Looker $looker, private EntityManagerInterface $entities)
    {
    }

    public static function kind(): string
    {
        return 'proof';
    }

    public function counts(): string
    {
        return 'rows looked at';
    }

    public function do(Job $job, Report $report): array
    {
        $project = $job->project() ?? throw new Stopped();
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $this->entities->refresh($project);
            $waiting = $this->looker->waiting($project);
            if ([] === $waiting && $round > 0) {
                break;
            }
            $this->looker->look($project, $waiting, static fn (int $done) => $report->done($done, \count($waiting)));
        }

        return [];
    }

    public function tooMuch(Job $job): string
    {
        return 'Something in these rows is too much to be looked at. What was looked at before it is here.';
    }
}

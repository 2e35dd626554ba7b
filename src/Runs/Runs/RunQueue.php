<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\TimeLeft;
use Morphea\Core\Message;

/** The runs a new one waits for because the workers are busy with them. */
final readonly class RunQueue
{
    /** A wait that nobody notices, in seconds. */
    private const SHORT = 3.0;

    public function __construct(private EntityManagerInterface $entities, private PieceStore $pieces)
    {
    }

    /**
     * @param float    $each seconds that a piece of a run takes of which nothing is made yet
     * @param Run|null $upTo those before this one; null for all
     *
     * @return array{time: Message, behind: Message}|null null where a run would begin at once
     */
    public function before(Member $member, float $each, ?Run $upTo = null): ?array
    {
        $runs = $this->underWay($upTo);
        if ([] === $runs) {
            return null;
        }
        $progress = $this->pieces->progress(array_map(static fn (Run $run): Job => $run->job(), $runs));
        $seconds = 0.0;
        foreach ($runs as $run) {
            $one = $progress[$run->id()];
            $left = max(0, (int) $one->total - $one->done);
            $seconds += null === $one->rate || $one->rate <= 0 ? $left * $each : $left / $one->rate;
        }
        $last = $runs[\count($runs) - 1];
        $isOwn = $last->project()->owner() === $member;

        return $seconds < self::SHORT ? null : [
            'time' => TimeLeft::words($seconds),
            'behind' => $isOwn
                ? new Message('press.queue.run', ['run' => $last->number(), 'project' => $last->project()->name()])
                : new Message('press.queue.others'),
        ];
    }

    /** @return list<Run> the first to be made first: their ids are in the order of time */
    private function underWay(?Run $upTo): array
    {
        $query = $this->entities->createQuery(
            'SELECT r FROM ' . Run::class . ' r JOIN r.job j WHERE j.state IN (:states)' .
                (null === $upTo ? '' : ' AND r.id < :id') . ' ORDER BY r.id',
        );
        $query->setParameter('states', [JobState::Waiting->value, JobState::Working->value]);
        if (null !== $upTo) {
            $query->setParameter('id', $upTo->id());
        }
        /** @var list<Run> $runs */
        $runs = $query->getResult();

        return $runs;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\KeptTask;
use Morphea\App\Platform\Jobs\PacedTask;
use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Project\Context\EditorWords;
use Morphea\Core\Message;
use Symfony\Component\Lock\LockFactory;

/**
 * The job of sending a mailing: a few emails at a time, no more per minute than was chosen. A lock lets one worker at a
 * time send a mailing, so emails its holder finds in progress were left behind by another.
 */
final readonly class SendMailing implements PacedTask, KeptTask
{
    public const KIND = 'mailing';
    /** Seconds of sending between two looks at whether somebody stopped it. */
    private const STRETCH = 5;
    private const MINUTE = 60;
    /** Milliseconds that are waited for where one is. */
    private const SHORT = 2_000;

    public function __construct(
        private EntityManagerInterface $entities,
        private EmailRepository $emails,
        private EmailSender $sender,
        private JobRecorder $work,
        private LockFactory $locks,
        private EventLog $history,
    ) {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'emails_sent';
    }

    /** Which emails are next is decided when they are sent: a batch has no fixed places. */
    public function next(Job $job, int $after, int $most): ?array
    {
        return $this->emails->waits($job->ref()) ? [0, 0] : null;
    }

    public function pause(Job $job): int
    {
        $mailing = $this->mailing($job);
        $pace = $mailing->order()->pace;
        $now = Time::precise();
        // As many went within the last minute as may: the next one waits until the first of those is a minute ago.
        $full = $this->emails->nthLast($job->ref(), $pace);
        $next = max(
            null === $full ? 0.0 : $full + self::MINUTE - $now,
            ($this->emails->next($job->ref()) ?? 0.0) - $now,
            // And they do not go in one heap at its beginning.
            ($last = $this->emails->nthLast($job->ref(), 1)) === null ? 0.0 : $last + self::MINUTE / $pace - $now,
        );

        return (int) ceil(1000 * max(0.0, min($next, 3_600.0)));
    }

    public function stretch(Job $job, int $from, int $to): bool
    {
        $lock = $this->locks->createLock("mailing-{$job->ref()}", null);
        if (!$lock->acquire()) {
            // Another is at it, and goes on.
            return false;
        }
        try {
            // Two may have been asked for it, as when it was stopped and went on: neither goes before its time.
            $wait = $this->pause($job);
            if ($wait > self::SHORT) {
                return false;
            }
            usleep(1000 * $wait);
            $this->emails->leftBehind($job->ref());
            $mailing = $this->mailing($job);
            $gap = self::MINUTE / $mailing->order()->pace;
            $many = max(1, min(200, (int) floor(self::STRETCH / $gap)));
            $until = Time::precise() + self::STRETCH;
            foreach ($this->emails->due($mailing, $many) as $i => $queued) {
                if ($i > 0) {
                    if (!$this->work->isWanted($job->id()) || Time::precise() > $until) {
                        break;
                    }
                    usleep((int) min(1_000_000 * self::STRETCH, 1000 * $this->pause($job)));
                }
                $this->sender->send($mailing, $queued);
            }

            return true;
        } finally {
            $lock->release();
        }
    }

    public function isDone(Job $job): bool
    {
        return !$this->emails->waits($job->ref());
    }

    public function finish(Job $job): array
    {
        $mailing = $this->mailing($job);
        $counts = $this->emails->counts($job->ref());
        $states = array_map(
            static fn (string $state, int $count): Message => EmailState::from($state)->counted($count),
            array_keys($counts),
            $counts,
        );
        $this->history->tell($mailing->project(), EmailWay::ID, new Message('deliver.log.mailing_done', [
            'number' => $mailing->number(),
            'subject' => EditorWords::plain($mailing->project(), $mailing->order()->subject),
            'states' => $states,
        ]), sign: 'mailing ' . $mailing->id());

        return $counts;
    }

    public function cleanUp(Job $job): void
    {
    }

    public function progress(Job $job): Progress
    {
        $counts = $this->emails->counts($job->ref());
        $count = static fn (EmailState ...$states): int => array_sum(
            array_map(static fn (EmailState $one): int => $counts[$one->value] ?? 0, $states),
        );
        $failed = $count(EmailState::Refused, EmailState::Unknown, EmailState::Left);
        $done = $failed + $count(EmailState::Sent, EmailState::Bounced);

        return new Progress($done, array_sum($counts), $job->startedAt(), $this->mailing($job)->order()->pace / self::MINUTE, $failed);
    }

    private function mailing(Job $job): Mailing
    {
        return $this->entities->find(Mailing::class, $job->ref()) ?? throw new \LogicException("There is no mailing {$job->ref()}.");
    }
}

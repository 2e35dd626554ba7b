<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;

/**
 * How far long work is: `done` of `total`, which is null where nobody can say; of what is done `failed` came to nothing.
 * `started` is null while no worker has it, `rate` is so many a second, null while nothing can be said.
 */
final readonly class Progress
{
    /** Seconds before a rate means something. */
    private const SOON = 0.5;

    public function __construct(
        public int $done,
        public ?int $total,
        public ?float $started,
        public ?float $rate,
        public int $failed = 0,
    ) {
    }

    public static function of(Job $job): self
    {
        $seconds = null === $job->startedAt() ? 0.0 : Time::precise() - $job->startedAt();
        $rate = $seconds > self::SOON && $job->done() > 0 ? $job->done() / $seconds : null;

        return new self($job->done(), $job->total(), $job->startedAt(), $rate);
    }

    /** Before anybody has begun. */
    public static function none(): self
    {
        return new self(0, null, null, null);
    }

    public function made(): int
    {
        return $this->done - $this->failed;
    }

    /** So many a second, with a decimal where it is few. */
    public function roundRate(): ?float
    {
        return null === $this->rate ? null : round($this->rate, $this->rate < 10 ? 1 : 0);
    }

    public function percent(): int
    {
        return null === $this->total || 0 === $this->total ? 0 : min(100, (int) floor((100 * $this->done) / $this->total));
    }

    /** As in "3 s" or "2 min". */
    public function timeLeft(): ?Message
    {
        return null === $this->rate || $this->rate <= 0 || null === $this->total
            ? null
            : TimeLeft::words(max(0, $this->total - $this->done) / $this->rate);
    }
}

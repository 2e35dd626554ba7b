<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;

/**
 * The progress of a job: `done` of `total`, which is null if it is unknown; `failed` is the number without a result
 * among those done. `started` is null until a worker starts; `rate` is per second, null while it is unknown.
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

    /** Before anybody has started. */
    public static function none(): self
    {
        return new self(0, null, null, null);
    }

    public function made(): int
    {
        return $this->done - $this->failed;
    }

    /** The rate per second, with a decimal if it is low. */
    public function roundRate(): ?float
    {
        return null === $this->rate ? null : round($this->rate, $this->rate < 10 ? 1 : 0);
    }

    public function percent(): int
    {
        return null === $this->total || 0 === $this->total ? 0 : min(100, (int) floor((100 * $this->done) / $this->total));
    }

    /** For example “3 s” or “2 min”. */
    public function timeLeft(): ?Message
    {
        return null === $this->rate || $this->rate <= 0 || null === $this->total
            ? null
            : TimeLeft::words(max(0, $this->total - $this->done) / $this->rate);
    }
}

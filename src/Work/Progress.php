<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Morphea\App\Entity\Job;

/** How far long work is: `done` of `total`, which is null where nobody can say; `started` is null while no worker has it. */
final readonly class Progress
{
    public function __construct(public int $done, public ?int $total, public ?float $started, private float $now)
    {
    }

    public static function of(Job $job): self
    {
        return new self($job->done(), $job->total(), $job->startedAt(), microtime(true));
    }

    public function percent(): int
    {
        return null === $this->total || 0 === $this->total ? 0 : min(100, (int) floor((100 * $this->done) / $this->total));
    }

    /** So many a second; null while nothing can be said. */
    public function rate(): ?float
    {
        $seconds = null === $this->started ? 0.0 : $this->now - $this->started;

        return $seconds > 0.5 && $this->done > 0 ? $this->done / $seconds : null;
    }

    public function timeLeft(): ?string
    {
        $rate = $this->rate();

        return null === $rate || null === $this->total ? null : TimeLeft::words(max(0, $this->total - $this->done) / $rate);
    }
}

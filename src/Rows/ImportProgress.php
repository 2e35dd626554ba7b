<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Web\TimeLeft;

/** How far the reading of a large file is: `lines` of `total`, which is null where the file does not say it; `started` is null while no worker has it. */
final readonly class ImportProgress
{
    public function __construct(public int $lines, public ?int $total, public ?float $started, private float $now)
    {
    }

    public function percent(): int
    {
        return null === $this->total || 0 === $this->total ? 0 : min(100, (int) floor(100 * $this->lines / $this->total));
    }

    /** Lines a second; null while nothing can be said. */
    public function rate(): ?float
    {
        $seconds = null === $this->started ? 0.0 : $this->now - $this->started;

        return $seconds > 0.5 && $this->lines > 0 ? $this->lines / $seconds : null;
    }

    public function timeLeft(): ?string
    {
        $rate = $this->rate();

        return null === $rate || null === $this->total ? null : TimeLeft::words(max(0, $this->total - $this->lines) / $rate);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;

/** How a clip is played: which part of it, how fast, and what follows when it has ended and is still seen. In seconds. */
final readonly class ClipPlay
{
    /** Of what is cut out, so that there is something to be seen. */
    private const LEAST = 0.1;
    private const SLOWEST = 0.25;
    private const FASTEST = 4.0;

    public function __construct(
        #[Number('begin', 0, 60)]
        public float $from = 0.0,
        /** Null for its end. */
        #[Number('end', 0, 60)]
        public ?float $to = null,
        #[Number('speed', self::SLOWEST, self::FASTEST)]
        public float $speed = 1.0,
        #[Choice('what_follows')]
        public AfterClip $after = AfterClip::BackAndForth,
    ) {
    }

    /** A little faster or slower, so that after so many seconds it is where it began. @param float $length of all of it */
    public function fitted(float $seconds, float $length): self
    {
        $once = $this->lasts($length) * (AfterClip::BackAndForth === $this->after ? 2 : 1);
        if (AfterClip::Stands === $this->after || $seconds <= 0) {
            return $this;
        }
        $speed = $this->speed * max(1, round($seconds / $once)) * $once / $seconds;

        return new self($this->from, $this->to, max(self::SLOWEST, min(self::FASTEST, $speed)), $this->after);
    }

    /** Where the part that is played begins. @param float $length of all of it */
    public function begins(float $length): float
    {
        return max(0.0, min($this->from, $length - self::LEAST));
    }

    /** Where it ends. */
    public function ends(float $length): float
    {
        return max($this->begins($length) + self::LEAST, min($this->to ?? $length, $length));
    }

    /** How long that part lasts as it is played, once. */
    public function lasts(float $length): float
    {
        return ($this->ends($length) - $this->begins($length)) / $this->speed;
    }

    /**
     * Which moment of the clip is seen.
     *
     * @param float $seconds since it was seen first
     */
    public function moment(float $seconds, float $length): float
    {
        $lasts = $this->lasts($length);
        $played = match ($this->after) {
            AfterClip::Again => fmod($seconds, $lasts),
            AfterClip::Stands => min($seconds, $lasts),
            AfterClip::BackAndForth => $lasts - abs(fmod($seconds, 2 * $lasts) - $lasts),
        };

        return $this->begins($length) + $played * $this->speed;
    }
}

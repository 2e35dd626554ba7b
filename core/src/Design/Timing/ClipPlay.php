<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;

/** How a clip is played: which part, how fast, and what happens at its end. In seconds. */
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

    /**
     * Slightly faster or slower, so that it is back at its start after the given number of seconds.
     *
     * @param float $length of all of it
     */
    public function fitted(float $seconds, float $length): self
    {
        $once = $this->lasts($length) * (AfterClip::BackAndForth === $this->after ? 2 : 1);
        if (AfterClip::Stands === $this->after || $seconds <= 0) {
            return $this;
        }
        $speed = $this->speed * max(1, round($seconds / $once)) * $once / $seconds;

        return new self($this->from, $this->to, max(self::SLOWEST, min(self::FASTEST, $speed)), $this->after);
    }

    /**
     * Where the played part begins.
     *
     * @param float $length of all of it
     */
    public function begins(float $length): float
    {
        return max(0.0, min($this->from, $length - self::LEAST));
    }

    /** Where the played part ends. */
    public function ends(float $length): float
    {
        return max($this->begins($length) + self::LEAST, min($this->to ?? $length, $length));
    }

    /** How long one pass through the played part lasts at this speed. */
    public function lasts(float $length): float
    {
        return ($this->ends($length) - $this->begins($length)) / $this->speed;
    }

    /**
     * The position in the clip at a moment.
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

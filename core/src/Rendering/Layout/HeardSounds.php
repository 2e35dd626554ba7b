<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** What is heard on a page with scenes, in one row. */
final readonly class HeardSounds
{
    /**
     * @param array<string, Sound>                       $plays   at the beginning of scenes, by id
     * @param array<string, Sound>                       $says    words that are spoken then
     * @param array<string, string> $missing what rows ask for and is not there, by scene; of the track under ''
     */
    public function __construct(
        public ?Sound $track = null,
        public array $plays = [],
        public array $says = [],
        public array $missing = [],
    ) {
    }

    public function isSilent(): bool
    {
        return null === $this->track && [] === $this->plays && [] === $this->says;
    }

    /** How long the sound of a scene lasts, in seconds. */
    public function lasts(string $scene): float
    {
        return max($this->plays[$scene]->seconds ?? 0.0, $this->says[$scene]->seconds ?? 0.0);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Rendering\Layout\HeardSounds;
use Morphea\Core\Rendering\Layout\Sound as Recorded;

/** What is heard in a short, and when. */
final readonly class Soundtrack
{
    /**
     * @param Recorded|null $track all through it
     * @param BackgroundSound         $how   it is played, and how loud all comes out
     * @param list<Voice>   $voices
     */
    private function __construct(public ?Recorded $track, public BackgroundSound $how, public array $voices)
    {
    }

    public static function of(Design $design, HeardSounds $heard, Timing $timing): self
    {
        $voices = [];
        foreach ($timing->scenes as $timed) {
            foreach ([false, true] as $speech) {
                $sound = ($speech ? $heard->says : $heard->plays)[$timed->scene->id] ?? null;
                if (null !== $sound && !$timed->closed) {
                    $voices[] = new Voice($sound, $timed->from / $timing->rate, $speech);
                }
            }
        }

        return new self($heard->track, $design->sound, $voices);
    }

    public function isSilent(): bool
    {
        return null === $this->track && [] === $this->voices;
    }

    /** @return list<array{float, float}> seconds from, to, in which something is said */
    public function speech(): array
    {
        $said = array_filter($this->voices, static fn (Voice $voice): bool => $voice->speech);

        return array_values(array_map(
            static fn (Voice $voice): array => [$voice->from, $voice->from + $voice->sound->seconds],
            $said,
        ));
    }
}

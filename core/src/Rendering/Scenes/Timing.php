<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Scenes;

use Morphea\Core\Design\Model\Beat;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Timing\BeatRule;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\TextFacts;

/**
 * How long each beat lasts for a row, in whole frames. A beat whose layers are all empty in the row is left out; what
 * follows moves up.
 */
final readonly class Timing
{
    /** Frames a second. */
    public const RATES = [24, 25, 30, 50, 60];
    public const USUAL = 30;

    /** @param list<TimedBeat> $beats of the template, in order */
    private function __construct(public int $rate, public array $beats)
    {
    }

    /**
     * @param LaidOut $laid the side that moves, for the row
     */
    public static function of(Design $template, LaidOut $laid, int $rate): self
    {
        $shown = [];
        foreach ($laid->drawing->groups as $group) {
            $shown[$group->layer] = [] !== $group->items;
        }
        $timed = [];
        $at = 0;
        foreach ($template->beats as $i => $beat) {
            $own = array_filter($template->side()->layers, static fn (Layer $layer): bool => $template->comesWith($layer, $i));
            $seen = array_filter($own, static fn (Layer $layer): bool => $shown[$layer->id] ?? false);
            $closed = [] !== $own && [] === $seen;
            $wanted = self::wanted($beat, $laid, $seen);
            $frames = $closed ? 0 : max(1, (int) round(self::bounded($beat, $wanted) * $rate));
            $timed[] = new TimedBeat($beat, $at, $at + $frames, $wanted, $closed);
            $at += $frames;
        }

        return new self($rate, $timed);
    }

    public function frames(): int
    {
        return [] === $this->beats ? 0 : $this->beats[\count($this->beats) - 1]->to;
    }

    public function seconds(): float
    {
        return $this->frames() / $this->rate;
    }

    /** @param array<array-key, Layer> $seen */
    private static function wanted(Beat $beat, LaidOut $laid, array $seen): float
    {
        return match ($beat->length->rule) {
            BeatRule::Seconds => $beat->length->seconds,
            BeatRule::Reading => array_sum(array_map(
                static fn (Layer $layer): float => self::reading($laid->text($layer->id), $beat->length->speed),
                $seen,
            )),
            BeatRule::Sound => $laid->heard->lasts($beat->id),
        };
    }

    private static function reading(?TextFacts $text, ?float $speed): float
    {
        return null === $text ? 0.0 : Reading::seconds($text->text, $speed);
    }

    private static function bounded(Beat $beat, float $wanted): float
    {
        $length = $beat->length;
        $seconds =
            BeatRule::Seconds === $length->rule ? $wanted : max($length->least, min(max($length->least, $length->most), $wanted));

        return $seconds + $length->hold;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Timing\SceneRule;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\TextFacts;

/**
 * Computes how long each scene lasts for a row, in whole frames. A scene whose layers are all empty in the row is left
 * out, and those after it move up.
 */
final readonly class Timing
{
    /** Frames a second. */
    public const RATES = [24, 25, 30, 50, 60];
    public const USUAL = 30;

    /** @param list<TimedScene> $scenes of the design, in order */
    private function __construct(public int $rate, public array $scenes)
    {
    }

    /**
     * @param LaidOut $laid the page that moves, for the row
     */
    public static function of(Design $design, LaidOut $laid, int $rate): self
    {
        $shown = [];
        foreach ($laid->drawing->groups as $group) {
            $shown[$group->layer] = [] !== $group->items;
        }
        $timed = [];
        $at = 0;
        foreach ($design->scenes as $i => $scene) {
            $own = array_filter($design->page()->layers, static fn (Layer $layer): bool => $design->comesWith($layer, $i));
            $seen = array_filter($own, static fn (Layer $layer): bool => $shown[$layer->id] ?? false);
            $closed = [] !== $own && [] === $seen;
            $wanted = self::wanted($scene, $laid, $seen);
            $frames = $closed ? 0 : max(1, (int) round(self::bounded($scene, $wanted) * $rate));
            $timed[] = new TimedScene($scene, $at, $at + $frames, $wanted, $closed);
            $at += $frames;
        }

        return new self($rate, $timed);
    }

    public function frames(): int
    {
        return [] === $this->scenes ? 0 : $this->scenes[\count($this->scenes) - 1]->to;
    }

    public function seconds(): float
    {
        return $this->frames() / $this->rate;
    }

    /** @param array<array-key, Layer> $seen */
    private static function wanted(Scene $scene, LaidOut $laid, array $seen): float
    {
        return match ($scene->length->rule) {
            SceneRule::Seconds => $scene->length->seconds,
            SceneRule::Reading => array_sum(array_map(
                static fn (Layer $layer): float => self::reading($laid->text($layer->id), $scene->length->speed),
                $seen,
            )),
            SceneRule::Sound => $laid->heard->lasts($scene->id),
        };
    }

    private static function reading(?TextFacts $text, ?float $speed): float
    {
        return null === $text ? 0.0 : Reading::seconds($text->text, $speed);
    }

    private static function bounded(Scene $scene, float $wanted): float
    {
        $length = $scene->length;
        $seconds =
            SceneRule::Seconds === $length->rule ? $wanted : max($length->least, min(max($length->least, $length->most), $wanted));

        return $seconds + $length->hold;
    }
}

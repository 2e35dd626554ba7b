<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Timing\SceneRule;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Timeline\TimedScene;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;

/**
 * The strip below the stage: scenes as wide as they last in the row shown, and a line for each layer that appears or
 * disappears.
 */
final readonly class ScenesView
{
    /** @return array<string, mixed>|null null where nothing moves */
    public static function of(Design $design, LaidOut $laid): ?array
    {
        if (!$design->moves()) {
            return null;
        }
        $timing = Timing::of($design, $laid, Timing::USUAL);
        $frames = max(1, $timing->frames());
        $share = static fn (int $frame): float => round(100 * $frame / $frames, 3);

        return [
            'rate' => Timing::USUAL,
            'frames' => $timing->frames(),
            'seconds' => round($timing->seconds(), 1),
            'scenes' => array_map(static fn (TimedScene $timed): array => [
                'id' => $timed->scene->id,
                'name' => $timed->scene->name,
                'length' => $timed->scene->length,
                'heard' => $timed->scene,
                'seconds' => round($timed->frames() / Timing::USUAL, 1),
                'left' => $share($timed->from),
                'width' => $share($timed->frames()),
                'closed' => $timed->closed,
                'by' => match ($timed->scene->length->rule) {
                    SceneRule::Reading => new Message('compose.timeline.by.reading'),
                    SceneRule::Sound => new Message('compose.timeline.by.sound'),
                    SceneRule::Seconds => null,
                },
            ], $timing->scenes),
            'lines' => self::lines($design, $laid, $timing, $share),
        ];
    }

    /**
     * Layers that are never visible at the same time share a line.
     *
     * @param \Closure(int): float $share
     *
     * @return list<array{left: float, width: float, layers: list<Layer>}>
     */
    private static function lines(Design $design, LaidOut $laid, Timing $timing, \Closure $share): array
    {
        $times = Timeline::of($design, $laid, $timing)->times;
        $lines = [];
        foreach ($design->page()->layers as $layer) {
            if (null !== $layer->stay) {
                [$from, $to] = $times[$layer->id] ?? [0, 0];
                $lines["$from $to"] ??= ['left' => $share($from), 'width' => $share($to - $from), 'layers' => []];
                $lines["$from $to"]['layers'][] = $layer;
            }
        }
        usort($lines, static fn (array $one, array $other): int => $one['left'] <=> $other['left']);

        return $lines;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;

/**
 * The moment of a short that is shown where nothing can move; by default, the first at which everything has appeared and
 * stands still.
 */
final class Poster
{
    /**
     * @param int        $page    that was laid out; only the first moves
     * @param float|null $seconds another moment, after the beginning
     */
    public static function of(Design $design, LaidOut $laid, int $page, ?float $seconds = null): Drawing
    {
        if (0 !== $page || !$design->moves()) {
            return $laid->drawing;
        }
        $timeline = Timeline::of($design, $laid, Timing::of($design, $laid, Timing::USUAL));
        $last = max(0, $timeline->timing->frames() - 1);

        return $timeline->at(null === $seconds ? $timeline->rest() : max(0, min($last, (int) round($seconds * Timing::USUAL))));
    }
}

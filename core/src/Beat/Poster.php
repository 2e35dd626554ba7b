<?php

declare(strict_types=1);

namespace Morphea\Core\Beat;

use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\Template;

/** What is shown of a piece where nothing can move: the first moment at which all that comes first is there and stands still. */
final class Poster
{
    private const RATE = 30;

    /** @param int $side that was laid out; only the first moves */
    public static function of(Template $template, LaidOut $laid, int $side): Drawing
    {
        if (0 !== $side || !$template->moves()) {
            return $laid->drawing;
        }
        $scene = Scene::of($template, $laid, Timing::of($template, $laid, self::RATE));
        foreach ($scene->spans() as $span) {
            if (!$span->moves) {
                return $scene->at($span->from);
            }
        }

        return $scene->at(max(0, $scene->timing->frames() - 1));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TextFacts;
use Morphea\Core\Rendering\Timeline\Reading;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;

/** Finds shorts with text that goes by too fast, shorts that are too long, and answers that are shown too early. */
final readonly class TimeCheck implements Check
{
    /** Seconds that people look at a page that is higher than wide before they go on; and at any other. */
    private const LONGEST_HIGH = 60;
    private const LONGEST = 180;
    /** Seconds in which nobody has waited yet. */
    private const WAITED = 1.0;

    public function warnings(Inspected $piece): iterable
    {
        if (0 !== $piece->page || !$piece->design->moves()) {
            return;
        }
        $timing = Timing::of($piece->design, $piece->laid, Timing::USUAL);
        $timeline = Timeline::of($piece->design, $piece->laid, $timing);
        foreach ($timeline->times as $layer => [$from, $to]) {
            $text = $piece->laid->text($layer);
            if (null !== $text) {
                yield from self::tooQuick($piece, $text, ($to - $from) / Timing::USUAL);
            }
        }
        yield from self::tooSoon($piece, $timing, $timeline);
        yield from self::tooLong($piece, $timing->seconds());
    }

    /** @return iterable<Warning> */
    private static function tooQuick(Inspected $piece, TextFacts $text, float $seen): iterable
    {
        $takes = Reading::seconds($text->text);
        if ($takes > $seen + 0.05) {
            yield new Warning(
                WarningKind::Time,
                Severity::LookAtIt,
                $text->layer,
                $text->name,
                new Message('warnings.time_short', ['seen' => round($seen, 1), 'needed' => round($takes, 1)]),
                $piece->box($text->layer),
                $seen,
                $takes,
                [Remedy::MoreTime, Remedy::FewerLetters],
            );
        }
    }

    /** @return iterable<Warning> of layers that come with the last scene */
    private static function tooSoon(Inspected $piece, Timing $timing, Timeline $timeline): iterable
    {
        $last = \count($timing->scenes) - 1;
        $begins = $timing->scenes[$last]->from / Timing::USUAL;
        if ($last < 1 || $begins >= self::WAITED) {
            return;
        }
        foreach ($piece->design->page()->layers as $layer) {
            if (isset($timeline->times[$layer->id]) && $piece->design->scene($layer->stay?->comes) === $last) {
                yield new Warning(
                    WarningKind::Time,
                    Severity::LookAtIt,
                    $layer->id,
                    $layer->name,
                    new Message('warnings.time_early', ['seconds' => round($begins, 1)]),
                    $piece->box($layer->id),
                    $begins,
                    self::WAITED,
                    [Remedy::MoreTime],
                );
            }
        }
    }

    /** @return iterable<Warning> */
    private static function tooLong(Inspected $piece, float $seconds): iterable
    {
        $longest = $piece->design->height > $piece->design->width ? self::LONGEST_HIGH : self::LONGEST;
        if ($seconds > $longest) {
            yield new Warning(
                WarningKind::Time,
                Severity::LookAtIt,
                '',
                new Message('warnings.short'),
                new Message('warnings.time_long', ['seconds' => round($seconds), 'most' => $longest]),
                null,
                $seconds,
                $longest,
                [Remedy::LessTime],
            );
        }
    }
}

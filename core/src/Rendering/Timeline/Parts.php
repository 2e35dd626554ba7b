<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Timing\Motion;
use Morphea\Core\Design\Timing\MotionKind;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\TextItem;

/** The parts of a layer that move separately: the whole layer, its lines, or its letters or words one by one. */
final readonly class Parts
{
    /** Lines of one text, by how far their baselines are apart, in times of the size of type. */
    private const APART = 0.4;
    /** Baselines of a text that is none of lines: letters on an arc. */
    private const MOST_LINES = 40;

    /** Numbers that are seen one after the other at the most; more are not told apart. */
    private const MOST_COUNTS = 60;

    public function __construct(private Timing $timing, private Bounds $page)
    {
    }

    /** @return list<Part> the lowest first */
    public function build(GroupItem $group, Stay $stay, int $from, int $to): array
    {
        if ($to <= $from || [] === $group->items) {
            return [];
        }
        [$in, $out] = $this->lengths($stay, $to - $from);
        if ($stay->in->kind->isInSteps()) {
            return $this->steps($group, $stay, $from, $to, $in, $out);
        }
        $lines = $stay->in->stagger > 0 ? self::lines($group) : [$group];
        $late = (int) round($stay->in->stagger * $this->timing->rate);
        $parts = [];
        foreach ($lines as $i => $line) {
            $begins = min($to - $out - 1, $from + $i * $late);
            $parts[] = $this->part($line, $stay, max($from, $begins), $to, min($in, max(0, $to - $out - $begins)), $out);
        }

        return $parts;
    }

    private function part(GroupItem $group, Stay $stay, int $from, int $to, int $in, int $out, ?int $begins = null): Part
    {
        return new Part($group, $from, $to, $stay->in, $in, $stay->out, $out, $this->page, $begins);
    }

    /** @return array{int, int} frames of coming and going; where there is no room for both, each gets its share of what there is */
    private function lengths(Stay $stay, int $frames): array
    {
        $of = fn (Motion $motion): int =>
            MotionKind::Cut === $motion->kind ? 0 : (int) round($motion->seconds * $this->timing->rate);
        $in = null === $stay->comes ? 0 : $of($stay->in);
        $out = null === $stay->goes || $stay->out->kind->isInSteps() ? 0 : $of($stay->out);
        if ($in + $out > $frames) {
            $in = (int) floor($frames * $in / ($in + $out));
            $out = min($out, $frames - $in);
        }

        return [$in, $out];
    }

    /**
     * One state after the other while it appears, and then the whole.
     *
     * @return list<Part>
     */
    private function steps(GroupItem $group, Stay $stay, int $from, int $to, int $in, int $out): array
    {
        $states = match (true) {
            0 === $in => [],
            MotionKind::Count === $stay->in->kind => self::counts($group, min($in, self::MOST_COUNTS)),
            default => self::states($group, MotionKind::Words === $stay->in->kind),
        };
        $count = \count($states);
        $parts = [];
        foreach ($states as $i => $items) {
            $begins = $from + (int) floor($in * $i / $count);
            $ends = $from + (int) floor($in * ($i + 1) / $count);
            if ($ends > $begins && [] !== $items) {
                $parts[] = $this->part($group->showing($items), $stay, $begins, $ends, 0, 0);
            }
        }
        $parts[] = $this->part($group, $stay, $from + $in, $to, 0, $out, $from);

        return $parts;
    }

    /**
     * A text with no letters, with one, with two and so on, but not with all.
     *
     * @return list<list<Item>>
     */
    private static function states(GroupItem $group, bool $words): array
    {
        $runs = [];
        foreach ($group->items as $item) {
            if ($item instanceof TextItem) {
                // The line round letters, and what lies in it, are one text.
                $runs["$item->x $item->y $item->text"] ??= self::units($item, $words);
            }
        }
        $all = array_sum(array_map(\count(...), $runs));
        $states = [];
        for ($shown = 0; $shown < $all; ++$shown) {
            $left = $shown;
            $cut = [];
            foreach ($runs as $key => $units) {
                $cut[$key] = implode('', \array_slice($units, 0, max(0, $left)));
                $left -= \count($units);
            }
            $states[] = array_values(array_filter(array_map(
                static fn (Item $item): ?Item => $item instanceof TextItem
                    ? self::cut($item, $cut["$item->x $item->y $item->text"])
                    : (0 === $shown ? null : $item),
                $group->items,
            )));
        }

        return $states;
    }

    /**
     * A text whose numbers go from zero up to, but not including, their value.
     *
     * @return list<list<Item>>
     */
    private static function counts(GroupItem $group, int $steps): array
    {
        $states = [];
        for ($step = 0; $step < $steps; ++$step) {
            $words = self::counted($group, $step / $steps);
            $states[] = array_map(
                static fn (Item $item, ?string $text): Item => $item instanceof TextItem
                    ? new TextItem(...['text' => (string) $text] + get_object_vars($item))
                    : $item,
                $group->items,
                $words,
            );
        }

        return $states;
    }

    /**
     * The characters of each item, line by line; digits that are equally wide are separate.
     *
     * @return list<string|null>
     */
    private static function counted(GroupItem $group, float $share): array
    {
        $lines = $words = [];
        foreach ($group->items as $i => $item) {
            $words[$i] = null;
            if ($item instanceof TextItem) {
                $lines["$item->y $item->strokeWidth"][$i] = $item->text;
            }
        }
        foreach ($lines as $line) {
            $counted = Countdown::at(implode('', $line), $share);
            $at = 0;
            foreach ($line as $i => $text) {
                $words[$i] = mb_substr($counted, $at, $length = mb_strlen($text, 'UTF-8'), 'UTF-8');
                $at += $length;
            }
        }

        return array_values($words);
    }

    /**
     * What appears at once: letters, or words with the spaces after them. A run written from right to left appears as a
     * whole, because the position of its first letter depends on its last.
     *
     * @return non-empty-list<string>
     */
    private static function units(TextItem $item, bool $words): array
    {
        $pattern = $words ? '/\S+\s*|\s+/u' : '/\X/u';
        preg_match_all($pattern, $item->text, $found);

        return $item->rightToLeft || [] === $found[0] ? [$item->text] : $found[0];
    }

    private static function cut(TextItem $item, string $text): ?TextItem
    {
        if ('' === $text || $text === $item->text) {
            return '' === $text ? null : $item;
        }

        return new TextItem(...['text' => $text] + get_object_vars($item));
    }

    /** @return non-empty-list<GroupItem> from the top; one where it has no lines to be told apart */
    private static function lines(GroupItem $group): array
    {
        $baselines = [];
        foreach ($group->items as $item) {
            if ($item instanceof TextItem) {
                foreach ($baselines as $y) {
                    if (abs($y - $item->y) < self::APART * $item->size) {
                        continue 2;
                    }
                }
                $baselines[] = $item->y;
            }
        }
        sort($baselines);
        if (\count($baselines) < 2 || \count($baselines) > self::MOST_LINES) {
            return [$group];
        }
        $lines = array_fill(0, \count($baselines), []);
        foreach ($group->items as $item) {
            $box = $item->bounds();
            $y = $item instanceof TextItem ? $item->y : $box->bottom;
            $nearest = 0;
            foreach ($baselines as $i => $baseline) {
                $nearest = abs($baseline - $y) < abs($baselines[$nearest] - $y) ? $i : $nearest;
            }
            $lines[$nearest][] = $item;
        }

        return array_map($group->showing(...), array_values(array_filter($lines))) ?: [$group];
    }
}

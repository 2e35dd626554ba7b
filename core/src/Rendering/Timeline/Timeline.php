<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Timing\Motion;
use Morphea\Core\Design\Timing\MotionKind;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;

/**
 * The first page of a row's piece over time: what is visible when, and how it appears and disappears. The stage, the
 * checks and production all use it.
 */
final readonly class Timeline
{
    /**
     * @param list<Part>                    $parts the lowest first
     * @param array<string, array{int, int}> $times frames of layers that come or go and are not empty, from the first up to,
     *                                              without it, the last, by id
     */
    private function __construct(
        public Drawing $drawing,
        public Timing $timing,
        public array $parts,
        public array $times,
        public Soundtrack $sound,
    ) {
    }

    public static function of(Design $design, LaidOut $laid, Timing $timing): self
    {
        $drawing = $laid->drawing;
        $split = new Parts($timing, Bounds::of(0, 0, $drawing->width, $drawing->height));
        $stays = [];
        foreach ($design->page()->layers as $layer) {
            $stays[$layer->id] = $layer->stay;
        }
        $always = new Stay(in: new Motion(MotionKind::Cut), out: new Motion(MotionKind::Cut));
        $last = $design->scenes[\count($design->scenes) - 1]->id ?? '';
        $parts = $times = [];
        foreach ($drawing->groups as $group) {
            $stay = $stays[$group->layer] ?? $always;
            if ($design->endsAsBegun) {
                $stay = $stay->leaving($last);
            }
            [$from, $to] = self::seen($design, $timing, $stay);
            if (isset($stays[$group->layer]) && [] !== $group->items && $to > $from) {
                $times[$group->layer] = [$from, $to];
            }
            $fits = $design->endsAsBegun && 0 === $from && $to === $timing->frames() && $group->plays();
            array_push($parts, ...$split->build($fits ? $group->fitted($timing->seconds()) : $group, $stay, $from, $to));
        }

        return new self($drawing, $timing, $parts, $times, Soundtrack::of($design, $laid->heard, $timing));
    }

    /** A fingerprint of everything seen and heard, and when. */
    public function fingerprint(): string
    {
        return hash('sha256', serialize([$this->drawing, $this->parts, $this->timing->rate, $this->timing->frames(), $this->sound]));
    }

    /** The page at a moment, as it is produced. */
    public function at(int $frame): Drawing
    {
        $groups = [];
        foreach ($this->parts as $part) {
            if ($part->isSeen($frame)) {
                $groups[] = $part->seen($frame, $this->timing->rate);
            }
        }

        return new Drawing(...['groups' => $groups] + get_object_vars($this->drawing));
    }

    /**
     * Its time from beginning to end, divided where something begins or ends.
     *
     * @param int $least frames of what counts as a stretch in which nothing changes; shorter ones belong to what moves
     *
     * @return list<TimeSpan>
     */
    public function spans(int $least = 1): array
    {
        $cuts = $this->cuts();
        $spans = [];
        for ($i = 1, $count = \count($cuts); $i < $count; ++$i) {
            [$from, $to] = [$cuts[$i - 1], $cuts[$i]];
            $moves = $to - $from < $least || [] !== array_filter($this->parts, static fn (Part $part): bool => $part->moves($from));
            $last = $spans[\count($spans) - 1] ?? null;
            if ($moves && true === $last?->moves) {
                $from = $last->from;
                array_pop($spans);
            }
            $spans[] = new TimeSpan($from, $to, $moves);
        }

        return $spans;
    }

    /** The first frame at which everything that appeared is in place; the last frame if there is none. */
    public function rest(): int
    {
        foreach (\array_slice($this->cuts(), 0, -1) as $cut) {
            $moves = static fn (Part $part): bool => $part->isOnItsWay($cut) || $part->isAwaited($cut);
            if ([] === array_filter($this->parts, $moves)) {
                return $cut;
            }
        }

        return max(0, $this->timing->frames() - 1);
    }

    /** @return list<int> frames at which something begins or ends, from the first up to, and with, how many there are */
    private function cuts(): array
    {
        $frames = $this->timing->frames();
        $cuts = [0, $frames];
        foreach ($this->parts as $part) {
            array_push($cuts, $part->from, $part->from + $part->in, $part->to - $part->out, $part->to);
        }
        $cuts = array_values(array_unique(array_filter($cuts, static fn (int $cut): bool => $cut >= 0 && $cut <= $frames)));
        sort($cuts);

        return $cuts;
    }

    /** @return array{int, int} frames */
    private static function seen(Design $design, Timing $timing, Stay $stay): array
    {
        $comes = $design->scene($stay->comes);
        $goes = $design->scene($stay->goes);

        return [
            null === $comes ? 0 : $timing->scenes[$comes]->from,
            null === $goes ? $timing->frames() : $timing->scenes[$goes]->to,
        ];
    }
}

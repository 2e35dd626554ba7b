<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

use Morphea\Core\Message;

/**
 * Spreads posts over days and times. Each week gets the wanted number of its slots, spread as evenly as possible; slots
 * that are taken and times in the past are skipped.
 */
final readonly class Scheduler
{
    /** Weeks without a free day after which nobody would wait longer. */
    private const EMPTY_WEEKS = 60;

    public function __construct(private ScheduleRule $order)
    {
    }

    /**
     * @param list<ScheduleItem>               $items  in the order in which they should go
     * @param list<\DateTimeImmutable> $busy  times at which something is posted already
     *
     * @return list<ScheduledItem> by time
     *
     * @throws ScheduleException
     */
    public function deal(array $items, array $busy, \DateTimeImmutable $now): array
    {
        $this->order->check();
        $waiting = [];
        foreach ($items as $i => $item) {
            $waiting[$item->kind][] = [$i, $item];
        }
        $dealt = [];
        $last = null;
        foreach ($this->slots($busy, $now) as $at) {
            if ([] === $waiting) {
                break;
            }
            $kind = $this->next($waiting, $last);
            [, $item] = $waiting[$kind][0];
            $left = \array_slice($waiting[$kind], 1);
            if ([] === $left) {
                unset($waiting[$kind]);
            } else {
                $waiting[$kind] = $left;
            }
            $dealt[] = new ScheduledItem($item, $at, '' !== $item->kind && $kind === $last);
            $last = $kind;
        }
        if ([] !== $waiting) {
            throw new ScheduleException(new Message('schedule.wrong.no_free'));
        }

        return $dealt;
    }

    /**
     * Slots between the first and the last post that should have one but do not.
     *
     * @param list<\DateTimeImmutable> $posts
     *
     * @return list<\DateTimeImmutable>
     */
    public function gaps(array $posts): array
    {
        if (\count($posts) < 2) {
            return [];
        }
        $first = min($posts);
        $last = max($posts);
        $gaps = [];
        for ($week = self::monday($first); $week <= $last; $week = $week->modify('+1 week')) {
            $here = array_filter($posts, static fn (\DateTimeImmutable $at): bool => self::monday($at) == $week);
            $open = $this->week($week, array_values($here));
            foreach ($open as $slot) {
                if ($slot > $first && $slot < $last) {
                    $gaps[] = $slot;
                }
            }
        }

        return $gaps;
    }

    /**
     * @param list<\DateTimeImmutable> $busy
     *
     * @return \Generator<int, \DateTimeImmutable>
     */
    private function slots(array $busy, \DateTimeImmutable $now): \Generator
    {
        $byWeek = [];
        foreach ($busy as $at) {
            $byWeek[self::monday($at)->format('Y-m-d')][] = $at;
        }
        $empty = 0;
        for ($week = self::monday($this->order->from); $empty < self::EMPTY_WEEKS; $week = $week->modify('+1 week')) {
            $found = false;
            foreach ($this->week($week, $byWeek[$week->format('Y-m-d')] ?? []) as $slot) {
                if ($slot >= $this->order->from && $slot > $now) {
                    $found = true;
                    yield $slot;
                }
            }
            $empty = $found ? 0 : $empty + 1;
        }
    }

    /**
     * The slots of a week that are still free: those the rule asks for, minus the ones nearest to posts already there.
     *
     * @param list<\DateTimeImmutable> $busy in this week
     *
     * @return list<\DateTimeImmutable>
     */
    private function week(\DateTimeImmutable $monday, array $busy): array
    {
        $slots = $this->wanted($monday);
        foreach ($busy as $at) {
            $nearest = null;
            foreach ($slots as $i => $slot) {
                $far = abs($slot->getTimestamp() - $at->getTimestamp());
                if (null === $nearest || $far < abs($slots[$nearest]->getTimestamp() - $at->getTimestamp())) {
                    $nearest = $i;
                }
            }
            if (null !== $nearest) {
                unset($slots[$nearest]);
            }
        }

        return array_values($slots);
    }

    /** @return list<\DateTimeImmutable> slots of a week: one on each of the days that are farthest apart, then a second round … */
    private function wanted(\DateTimeImmutable $monday): array
    {
        $days = [];
        for ($i = 0; $i < 7; ++$i) {
            $day = $monday->modify("+$i days");
            if ($this->order->isFree($day)) {
                $times = \array_slice($this->order->times, 0, $this->order->aDay);
                $days[] = array_map(static fn (string $time): \DateTimeImmutable => $day->modify($time), $times);
            }
        }
        $slots = [];
        $want = $this->order->aWeek;
        while ($want > 0 && [] !== ($days = array_values(array_filter($days)))) {
            $pick = min($want, \count($days));
            foreach (self::spread(\count($days), $pick) as $i) {
                $slots[] = array_shift($days[$i]);
            }
            $want -= $pick;
        }
        sort($slots);

        return array_values(array_filter($slots));
    }

    /** @return list<int> so many of so many places, as far apart as they can be */
    private static function spread(int $places, int $many): array
    {
        return array_map(static fn (int $i): int => (int) floor(($i + 0.5) * $places / $many), range(0, $many - 1));
    }

    /**
     * The kind to post next: the first in order that differs from the last post, unless another has so many left that
     * its posts would end up next to each other.
     *
     * @param non-empty-array<array-key, non-empty-list<array{int, ScheduleItem}>> $waiting
     */
    private function next(array $waiting, int|string|null $last): int|string
    {
        $others = array_filter($waiting, static fn (int|string $kind): bool => $kind !== $last, \ARRAY_FILTER_USE_KEY);
        if ([] === $others) {
            return array_key_first($waiting);
        }
        $left = array_sum(array_map(\count(...), $waiting));
        $first = null;
        foreach ($others as $kind => $items) {
            // Of n left, a kind with more than half must go now, or two of it come together.
            if (2 * \count($items) > $left) {
                return $kind;
            }
            if (null === $first || $items[0][0] < $others[$first][0][0]) {
                $first = $kind;
            }
        }

        return $first;
    }

    private static function monday(\DateTimeImmutable $day): \DateTimeImmutable
    {
        return $day->setTime(0, 0)->modify('-' . ((int) $day->format('N') - 1) . ' days');
    }
}

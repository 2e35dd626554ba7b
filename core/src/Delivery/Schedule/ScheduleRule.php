<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

use Morphea\Core\Message;

/** How posts are spread over days and times, written as a sentence: “3 a week, on weekdays at 18:00, none on holidays”. */
final readonly class ScheduleRule
{
    private const MOST_TIMES = 24;
    private const MOST_HOLIDAYS = 400;

    /**
     * @param \DateTimeImmutable $from     first day
     * @param list<int>          $days     of the week on which posts may go, 1 for Monday to 7
     * @param list<string>       $times    of the day, as 18:00, in order
     * @param int                $aWeek    posts a week, spread over its free days
     * @param int                $aDay     posts a day at the most
     * @param list<string>       $holidays days, as 2026-12-25, on which none go
     * @param string             $kind     key of the column of which no two alike follow each other; empty for none
     */
    public function __construct(
        public \DateTimeImmutable $from,
        public array $days = [1, 2, 3, 4, 5],
        public array $times = ['18:00'],
        public int $aWeek = 3,
        public int $aDay = 1,
        public array $holidays = [],
        public string $kind = '',
    ) {
    }

    /**
     * @param array<mixed>  $said as `toArray` gives it; days, times and holidays also as a form has them, in one line
     * @param \DateTimeZone $zone in which its times of day are
     */
    public static function of(array $said, \DateTimeZone $zone): self
    {
        $list = static fn (string $key): array => \is_array($said[$key] ?? null)
            ? array_filter($said[$key], is_scalar(...))
            : (preg_split('/[\s,;]+/', \is_string($said[$key] ?? null) ? $said[$key] : '', -1, \PREG_SPLIT_NO_EMPTY) ?: []);
        $number = static fn (string $key, int $usual): int => is_numeric($said[$key] ?? null) ? (int) $said[$key] : $usual;
        $from = \DateTimeImmutable::createFromFormat('!Y-m-d', \is_string($said['from'] ?? null) ? $said['from'] : '', $zone);
        $days = array_filter(array_map(intval(...), $list('days')), static fn (int $day): bool => $day >= 1 && $day <= 7);
        $times = array_map(
            static fn (mixed $time): string => 1 === preg_match('/^\d:\d\d$/', (string) $time) ? "0$time" : (string) $time,
            $list('times'),
        );
        $days = array_values(array_unique($days));
        $times = array_values(array_unique($times));
        sort($days);
        sort($times);

        return new self(
            false === $from ? new \DateTimeImmutable('tomorrow', $zone) : $from,
            $days,
            \array_slice($times, 0, self::MOST_TIMES),
            $number('aWeek', 3),
            $number('aDay', 1),
            \array_slice(array_values(array_unique(array_map(strval(...), $list('holidays')))), 0, self::MOST_HOLIDAYS),
            \is_string($said['kind'] ?? null) ? $said['kind'] : '',
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['from' => $this->from->format('Y-m-d')] + get_object_vars($this);
    }

    /** @throws ScheduleException */
    public function check(): void
    {
        if ([] === $this->days) {
            throw new ScheduleException(new Message('schedule.wrong.days'));
        }
        if ([] === $this->times) {
            throw new ScheduleException(new Message('schedule.wrong.times'));
        }
        foreach ($this->times as $time) {
            if (1 !== preg_match('/^([01]\d|2[0-3]):[0-5]\d$/', $time)) {
                throw new ScheduleException(new Message('schedule.wrong.time', ['text' => $time]));
            }
        }
        foreach ($this->holidays as $day) {
            $read = \DateTimeImmutable::createFromFormat('!Y-m-d', $day);
            if (false === $read || $read->format('Y-m-d') !== $day) {
                throw new ScheduleException(new Message('schedule.wrong.holiday', ['text' => $day]));
            }
        }
        $room = min($this->aDay, \count($this->times)) * \count($this->days);
        if ($this->aDay < 1 || $this->aWeek < 1) {
            throw new ScheduleException(new Message('schedule.wrong.least'));
        }
        if ($this->aWeek > $room) {
            throw new ScheduleException(new Message('schedule.wrong.room', ['room' => $room]));
        }
    }

    /** Whether posts may be published on a day at all. */
    public function isFree(\DateTimeImmutable $day): bool
    {
        return \in_array((int) $day->format('N'), $this->days, true) && !\in_array($day->format('Y-m-d'), $this->holidays, true);
    }
}

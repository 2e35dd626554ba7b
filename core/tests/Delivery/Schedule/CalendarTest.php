<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Schedule;

use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Delivery\Schedule\ScheduledItem;
use Morphea\Core\Delivery\Schedule\ScheduleItem;
use Morphea\Core\Delivery\Schedule\Scheduler;
use Morphea\Core\Delivery\Schedule\ScheduleRule;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Posts dealt over days and times. */
final class CalendarTest extends TestCase
{
    public function testThreeAWeekAtSixAreSpreadOverItsDays(): void
    {
        // 2026-03-02 is a Monday.
        self::assertSame(
            ['Mon 02 18:00', 'Wed 04 18:00', 'Fri 06 18:00', 'Mon 09 18:00', 'Wed 11 18:00'],
            self::times(self::deal([], 5)),
        );
        self::assertSame(['Tue 03 18:00', 'Thu 05 18:00', 'Tue 10 18:00'], self::times(self::deal(['aWeek' => 2], 3)));
        self::assertSame(['Wed 04 18:00', 'Wed 11 18:00'], self::times(self::deal(['aWeek' => 1], 2)));
    }

    public function testNoneGoOnHolidaysAndNoMoreADayThanMay(): void
    {
        $order = ['holidays' => '2026-03-02, 2026-03-04', 'aWeek' => 5, 'times' => '9:00 18:00', 'aDay' => 2, 'days' => [1, 2, 3]];
        self::assertSame(
            ['Tue 03 09:00', 'Tue 03 18:00', 'Mon 09 09:00', 'Mon 09 18:00', 'Tue 10 09:00', 'Wed 11 09:00', 'Wed 11 18:00'],
            self::times(self::deal($order, 7)),
        );
    }

    public function testWhatIsPostedAlreadyHasItsPlaceAndTimesGoneByHaveNone(): void
    {
        $busy = [new \DateTimeImmutable('2026-03-04 18:00'), new \DateTimeImmutable('2026-03-10 07:30')];
        $now = new \DateTimeImmutable('2026-03-02 19:00');
        $dealt = (new Scheduler(self::order()))->deal(self::items(4), $busy, $now);
        self::assertSame(['Fri 06 18:00', 'Wed 11 18:00', 'Fri 13 18:00', 'Mon 16 18:00'], self::times($dealt));
    }

    public function testNoTwoOfAKindFollowEachOtherWhileOthersAreLeft(): void
    {
        $kinds = static fn (string $kinds): string => implode('', array_map(
            static fn (ScheduledItem $one): string => ($one->forced ? '!' : '') . $one->item->kind,
            self::deal([], 0, array_map(
                static fn (string $kind, int $i): ScheduleItem => new ScheduleItem($i, $kind),
                str_split($kinds),
                range(1, \strlen($kinds)),
            )),
        ));
        self::assertSame('ababab', $kinds('aaabbb'));
        self::assertSame('abaca', $kinds('aaabc'));
        self::assertSame('bacab', $kinds('bacab'), 'what holds already stays as it is');
        self::assertSame('aba!a', $kinds('aaab'), 'it is said where no other was left');
        self::assertSame('xxx', str_replace('!', '', $kinds('xxx')));
        self::assertStringNotContainsString('!', self::joined(self::deal([], 4)), 'without kinds there is nothing to be said');
        mt_srand(7);
        for ($try = 0; $try < 300; ++$try) {
            $word = '';
            for ($i = mt_rand(1, 30); $i > 0; --$i) {
                $word .= 'aaabbcd'[mt_rand(0, 6)];
            }
            $dealt = $kinds($word);
            self::assertSame(count_chars($word, 1), count_chars(str_replace('!', '', $dealt), 1), 'all of them, once');
            $most = max([0, ...array_values(count_chars($word, 1))]);
            if (2 * $most <= \strlen($word) + 1) {
                self::assertStringNotContainsString('!', $dealt, "$word could be dealt without two alike in a row");
            }
        }
    }

    public function testGapsAreSlotsThatShouldHaveAPost(): void
    {
        $posts = array_map(static fn (ScheduledItem $one): \DateTimeImmutable => $one->at, self::deal([], 6));
        self::assertSame([], (new Scheduler(self::order()))->gaps($posts));
        unset($posts[2], $posts[3]);
        self::assertSame(
            ['2026-03-06 18:00', '2026-03-09 18:00'],
            array_map(
                static fn (\DateTimeImmutable $at): string => $at->format('Y-m-d H:i'),
                (new Scheduler(self::order()))->gaps(array_values($posts)),
            ),
        );
    }

    /** @param array<string, mixed> $said */
    #[DataProvider('wrong')]
    public function testWhatCannotBeIsSaid(array $said, string $says): void
    {
        English::refuses($says, static fn (): mixed => self::deal($said, 1));
    }

    /** @return iterable<array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield [['days' => []], 'Choose at least one day of the week.'];
        yield [['times' => ''], 'Enter at least one time of day'];
        yield [['times' => '25:00'], '“25:00” is not a time of day.'];
        yield [['holidays' => '2026-02-30'], '“2026-02-30” is not a date.'];
        yield [['aWeek' => 6], 'These days and times have room for 5 posts per week.'];
        yield [['aDay' => 0], 'Allow at least one post per day'];
    }

    public function testItIsReadAsItIsWritten(): void
    {
        $order = self::order(['times' => '9:00,18:00', 'holidays' => '2026-12-25', 'kind' => 'craft']);
        self::assertEquals($order, ScheduleRule::of($order->toArray(), new \DateTimeZone('UTC')));
        self::assertSame(['09:00', '18:00'], $order->times);
    }

    public function testWordsAndTagsAreCountedAsPeopleCount(): void
    {
        $order = PostOrder::of(['words' => '{name} mended {what}.', 'tags' => '{tags}, mending', 'letters' => '20']);
        $row = new Record(1, ['name' => 'Влада', 'what' => 'a clock 👩‍🔧', 'tags' => 'Old clocks; re-use, mending']);
        $text = $order->text($row, 'en_GB');
        self::assertSame("Влада mended a clock 👩‍🔧.\n\n#Old #clocks #reuse #mending", $text);
        self::assertSame(23, PostOrder::length('Влада mended a clock 👩‍🔧.'));
        English::refuses('“gone”', static function (): void {
            PostOrder::of(['words' => '{gone}'])->check(['name'], 'en_GB');
        });
    }

    /**
     * @param list<int>    $days
     * @param list<string> $instants in UTC
     */
    #[TestWith(['2026-03-27', [5], '18:00', ['2026-03-27 18:00', '2026-04-03 17:00']], 'clocks go forward between them')]
    #[TestWith(['2026-10-23', [5], '18:00', ['2026-10-23 17:00', '2026-10-30 18:00']], 'clocks go back between them')]
    #[TestWith(['2026-03-29', [7], '01:30', ['2026-03-29 01:30', '2026-04-05 00:30']], 'an hour that is skipped: an hour later')]
    #[TestWith(['2026-10-25', [7], '01:30', ['2026-10-25 00:30', '2026-11-01 01:30']], 'an hour that comes twice: once, the first time')]
    public function testTimesOfDayAreInTheirZoneInSummerAndInWinter(string $from, array $days, string $time, array $instants): void
    {
        $rule = ScheduleRule::of(
            ['from' => $from, 'days' => $days, 'times' => $time, 'aWeek' => 1, 'aDay' => 1],
            new \DateTimeZone('Europe/Lisbon'),
        );
        $dealt = (new Scheduler($rule))->deal([new ScheduleItem(1), new ScheduleItem(2)], [], new \DateTimeImmutable('2026-03-01 UTC'));
        $utc = static fn (ScheduledItem $one): string => $one->at->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i');
        self::assertSame($instants, array_map($utc, $dealt));
    }

    /** @param array<string, mixed> $said */
    private static function order(array $said = []): ScheduleRule
    {
        return ScheduleRule::of(
            $said + ['from' => '2026-03-02', 'days' => [1, 2, 3, 4, 5], 'times' => '18:00', 'aWeek' => 3, 'aDay' => 1],
            new \DateTimeZone('UTC'),
        );
    }

    /**
     * @param array<string, mixed> $said
     * @param list<ScheduleItem>|null      $items
     *
     * @return list<ScheduledItem>
     */
    private static function deal(array $said, int $many, ?array $items = null): array
    {
        return (new Scheduler(self::order($said)))->deal($items ?? self::items($many), [], new \DateTimeImmutable('2026-03-01'));
    }

    /** @return list<ScheduleItem> */
    private static function items(int $many): array
    {
        return array_map(static fn (int $row): ScheduleItem => new ScheduleItem($row), range(1, $many));
    }

    /**
     * @param list<ScheduledItem> $dealt
     *
     * @return list<string>
     */
    private static function times(array $dealt): array
    {
        return array_map(static fn (ScheduledItem $one): string => $one->at->format('D d H:i'), $dealt);
    }

    /** @param list<ScheduledItem> $dealt */
    private static function joined(array $dealt): string
    {
        return implode('', array_map(static fn (ScheduledItem $one): string => $one->forced ? '!' : '.', $dealt));
    }
}

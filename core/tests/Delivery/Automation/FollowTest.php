<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Automation;

use Morphea\Core\Delivery\Automation\FollowError;
use Morphea\Core\Delivery\Automation\FollowOrder;
use Morphea\Core\Delivery\Automation\Watched;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\Join;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Patterns\Pattern;
use PHPUnit\Framework\TestCase;

/** What goes by itself. */
final class FollowTest extends TestCase
{
    public function testItReadsAsASentence(): void
    {
        self::assertSame(
            'When a row arrives or is accepted, make its piece, give it a page and mail it.',
            FollowOrder::of(['steps' => ['mail', 'make', 'link', 'other']], self::steps())->says(),
        );
        self::assertSame(
            'When a row arrives, is accepted or changes, at 18:00 make its piece.',
            FollowOrder::of(['cause' => 'changes', 'steps' => ['make'], 'at' => '18:00'])->says(),
        );
        $order = FollowOrder::of(['cause' => 'changes', 'steps' => ['make', 'seal'], 'at' => '18:00'], self::steps());
        self::assertEquals($order, FollowOrder::of($order->toArray(), self::steps()));
        self::assertSame('', FollowOrder::of(['at' => '25:00'])->at);
    }

    public function testRowsThatCameAreDueAndThoseThatChangedWhereThatIsAsked(): void
    {
        $watched = Watched::of(self::table(['Name', 'Note'], [['Ada', '']]), ['name']);
        $known = [1 => ['name' => 'a'], 2 => ['name' => 'b'], 4 => ['name' => 'gone'], 5 => ['name' => 'e', 'note' => 'x']];
        $now = [1 => ['name' => 'a', 'note' => 'new'], 2 => ['name' => 'B'], 3 => ['name' => 'c'], 5 => ['note' => 'y']];
        self::assertSame([3], FollowOrder::of(['cause' => 'arrives'])->due($watched, $now, $known));
        self::assertSame([2, 3], FollowOrder::of(['cause' => 'changes'])->due($watched, $now, $known));
        $typing = FollowOrder::of(['cause' => 'arrives'])->due($watched, $now, $known, [1 => true]);
        self::assertSame([1, 3], $typing, 'somebody was still typing');
        self::assertFalse(FollowOrder::isMany(10));
        self::assertTrue(FollowOrder::isMany(11));
    }

    public function testOnlyWhatPeopleTypedInColumnsThatAreShownIsAChange(): void
    {
        $before = self::table(['First', 'Last', 'Note'], [['Ada', 'Fell', ' x ']]);
        $full = new Column(3, 'full', 'Full', recipe: new Join(Pattern::parse('{first} {last}')));
        $with = new Table([...$before->columns, $full], [new Row(1, ['Ada', 'Fell', ' x ', 'Ada Fell'])]);
        $watched = Watched::of($with, ['full', 'gone']);
        self::assertSame(['first', 'last'], $watched->columns, 'what is computed counts by what it is computed from');
        $known = Watched::of($before, [])->prints($before->rows[0]);
        self::assertSame(['first', 'last', 'note'], array_keys($known));
        $changed = static fn (string ...$cells): bool => $watched->isChanged($watched->prints(new Row(1, array_values($cells))), $known);
        self::assertFalse($changed('Ada', 'Fell', 'x', 'Ada Fell'), 'spaces round a word');
        self::assertFalse($changed('Ada', 'Fell', 'other note', 'x'));
        self::assertFalse($changed('Ada', '', 'x', 'Ada'), 'a cell that is empty now');
        self::assertTrue($changed('Ada', 'Moor', 'x', 'Ada Fell'));

        // An empty column more, one that moved, one that went, and one that the design shows from now on.
        $moved = self::table(['Note', 'Wants', 'First', 'Last'], [['x', '', 'Ada', 'Fell']]);
        $all = Watched::of($moved, ['note', 'wants', 'first', 'last']);
        self::assertFalse($all->isChanged($all->prints($moved->rows[0]), $known));
        $gone = self::table(['First'], [['Ada']]);
        $all = Watched::of($gone, ['first', 'last', 'note']);
        self::assertFalse($all->isChanged($all->prints($gone->rows[0]), $known));
    }

    /**
     * @param list<string>       $headings
     * @param list<list<string>> $rows
     */
    private static function table(array $headings, array $rows): Table
    {
        return Table::of((new TableBuilder())->build([$headings, ...$rows]));
    }

    public function testItIsDoneAtItsTimeOfTheDay(): void
    {
        $at = static fn (string $time): string => FollowOrder::of(['at' => '18:00'])
            ->time(new \DateTimeImmutable($time))
            ->format('Y-m-d H:i');
        self::assertSame('2026-03-01 18:00', $at('2026-03-01 09:30'));
        self::assertSame('2026-03-02 18:00', $at('2026-03-01 18:00'));
        self::assertSame('2027-01-01 18:00', $at('2026-12-31 23:59'));
        $now = new \DateTimeImmutable('2026-03-01 09:30');
        self::assertSame($now, FollowOrder::of([])->time($now));
    }

    public function testItIsTriedAgainLaterAndLaterAndThenGivenUp(): void
    {
        $pauses = array_map(FollowOrder::again(...), range(1, 6));
        self::assertSame([60, 300, 1_500, 7_200, 36_000, null], $pauses);
    }

    public function testNothingIsHandedOverThatIsNotMade(): void
    {
        FollowOrder::of(['steps' => ['make', 'mail']], self::steps())->check();
        foreach ([[], ['mail'], ['link', 'seal']] as $steps) {
            try {
                FollowOrder::of(['steps' => $steps], self::steps())->check();
                self::fail('It was taken.');
            } catch (FollowError $e) {
                self::assertStringContainsString('choose', $e->getMessage());
            }
        }
    }

    /** @return list<Step> */
    private static function steps(): array
    {
        return [
            new Step('seal', 'seal it as genuine', 'sealed'),
            new Step('link', 'give it a page', 'page given'),
            new Step('mail', 'mail it', 'mailed'),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Automation;

use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Delivery\Automation\WatchedColumns;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\Join;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\TestCase;

/** What goes by itself. */
final class FollowTest extends TestCase
{
    public function testItReadsAsASentence(): void
    {
        self::assertSame(
            'Automation turned on. A row is added or accepted: Make piece, Create share page and Send email.',
            English::say(AutomationRule::of(['steps' => ['mail', 'make', 'link', 'other']], self::steps())->says()),
        );
        self::assertSame(
            'Automation turned on. A row is added, accepted or changed: at 18:00, Make piece.',
            English::say(AutomationRule::of(['cause' => 'changes', 'steps' => ['make'], 'at' => '18:00'])->says()),
        );
        $order = AutomationRule::of(['cause' => 'changes', 'steps' => ['make', 'seal'], 'at' => '18:00'], self::steps());
        self::assertEquals($order, AutomationRule::of($order->toArray(), self::steps()));
        self::assertSame('', AutomationRule::of(['at' => '25:00'])->at);
    }

    public function testRowsThatCameAreDueAndThoseThatChangedWhereThatIsAsked(): void
    {
        $watched = WatchedColumns::of(self::table(['Name', 'Note'], [['Ada', '']]), ['name']);
        $known = [1 => ['name' => 'a'], 2 => ['name' => 'b'], 4 => ['name' => 'gone'], 5 => ['name' => 'e', 'note' => 'x']];
        $now = [1 => ['name' => 'a', 'note' => 'new'], 2 => ['name' => 'B'], 3 => ['name' => 'c'], 5 => ['note' => 'y']];
        self::assertSame([3], AutomationRule::of(['cause' => 'arrives'])->due($watched, $now, $known));
        self::assertSame([2, 3], AutomationRule::of(['cause' => 'changes'])->due($watched, $now, $known));
        $typing = AutomationRule::of(['cause' => 'arrives'])->due($watched, $now, $known, [1 => true]);
        self::assertSame([1, 3], $typing, 'somebody was still typing');
        self::assertFalse(AutomationRule::isMany(10));
        self::assertTrue(AutomationRule::isMany(11));
    }

    public function testOnlyWhatPeopleTypedInColumnsThatAreShownIsAChange(): void
    {
        $before = self::table(['First', 'Last', 'Note'], [['Ada', 'Fell', ' x ']]);
        $full = new Column(3, 'full', 'Full', recipe: new Join(Pattern::parse('{first} {last}')));
        $with = new Table([...$before->columns, $full], [new Row(1, ['Ada', 'Fell', ' x ', 'Ada Fell'])]);
        $watched = WatchedColumns::of($with, ['full', 'gone']);
        self::assertSame(['first', 'last'], $watched->columns, 'what is computed counts by what it is computed from');
        $known = WatchedColumns::of($before, [])->prints($before->rows[0]);
        self::assertSame(['first', 'last', 'note'], array_keys($known));
        $changed = static fn (string ...$cells): bool => $watched->isChanged($watched->prints(new Row(1, array_values($cells))), $known);
        self::assertFalse($changed('Ada', 'Fell', 'x', 'Ada Fell'), 'spaces round a word');
        self::assertFalse($changed('Ada', 'Fell', 'other note', 'x'));
        self::assertFalse($changed('Ada', '', 'x', 'Ada'), 'a cell that is empty now');
        self::assertTrue($changed('Ada', 'Moor', 'x', 'Ada Fell'));

        // An empty column more, one that moved, one that went, and one that the design shows from now on.
        $moved = self::table(['Note', 'Wants', 'First', 'Last'], [['x', '', 'Ada', 'Fell']]);
        $all = WatchedColumns::of($moved, ['note', 'wants', 'first', 'last']);
        self::assertFalse($all->isChanged($all->prints($moved->rows[0]), $known));
        $gone = self::table(['First'], [['Ada']]);
        $all = WatchedColumns::of($gone, ['first', 'last', 'note']);
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
        $at = static fn (string $time): string => AutomationRule::of(['at' => '18:00'])
            ->time(new \DateTimeImmutable($time))
            ->format('Y-m-d H:i');
        self::assertSame('2026-03-01 18:00', $at('2026-03-01 09:30'));
        self::assertSame('2026-03-02 18:00', $at('2026-03-01 18:00'));
        self::assertSame('2027-01-01 18:00', $at('2026-12-31 23:59'));
        $now = new \DateTimeImmutable('2026-03-01 09:30');
        self::assertSame($now, AutomationRule::of([])->time($now));
    }

    public function testItIsTriedAgainLaterAndLaterAndThenGivenUp(): void
    {
        $pauses = array_map(AutomationRule::again(...), range(1, 6));
        self::assertSame([60, 300, 1_500, 7_200, 36_000, null], $pauses);
    }

    public function testNothingIsHandedOverThatIsNotMade(): void
    {
        AutomationRule::of(['steps' => ['make', 'mail']], self::steps())->check();
        foreach ([[], ['mail'], ['link', 'seal']] as $steps) {
            English::refuses(
                'hoose ' . ([] === $steps ? 'at least one action' : '“Make piece”'),
                static fn () => AutomationRule::of(['steps' => $steps], self::steps())->check(),
            );
        }
    }

    /** @return list<Step> */
    private static function steps(): array
    {
        return [
            new Step('seal'),
            new Step('link'),
            new Step('mail'),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Follow;

use Morphea\Core\Follow\FollowError;
use Morphea\Core\Follow\FollowOrder;
use PHPUnit\Framework\TestCase;

/** What goes by itself. */
final class FollowTest extends TestCase
{
    public function testItReadsAsASentence(): void
    {
        self::assertSame(
            'When a row arrives or is accepted, make its piece, give it a page and mail it.',
            FollowOrder::of(['steps' => ['mail', 'make', 'link', 'other']])->says(),
        );
        self::assertSame(
            'When a row arrives, is accepted or changes, at 18:00 make its piece.',
            FollowOrder::of(['cause' => 'changes', 'steps' => ['make'], 'at' => '18:00'])->says(),
        );
        $order = FollowOrder::of(['cause' => 'changes', 'steps' => ['make', 'seal'], 'at' => '18:00']);
        self::assertEquals($order, FollowOrder::of($order->toArray()));
        self::assertSame('', FollowOrder::of(['at' => '25:00'])->at);
    }

    public function testRowsThatCameAreDueAndThoseThatChangedWhereThatIsAsked(): void
    {
        $known = [1 => 'a', 2 => 'b', 4 => 'gone'];
        $now = [1 => 'a', 2 => 'B', 3 => 'c'];
        self::assertSame([3], FollowOrder::of(['cause' => 'arrives'])->due($now, $known));
        self::assertSame([2, 3], FollowOrder::of(['cause' => 'changes'])->due($now, $known));
        self::assertSame([2, 3], FollowOrder::of(['cause' => 'arrives'])->due($now, $known, [2 => true]), 'somebody was still typing');
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
        FollowOrder::of(['steps' => ['make', 'mail']])->check();
        foreach ([[], ['mail'], ['link', 'seal']] as $steps) {
            try {
                FollowOrder::of(['steps' => $steps])->check();
                self::fail('It was taken.');
            } catch (FollowError $e) {
                self::assertStringContainsString('choose', $e->getMessage());
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\Batches;

use Morphea\Core\Output\Batches\Batch;
use Morphea\Core\Output\Batches\BatchShares;
use PHPUnit\Framework\TestCase;

final class SharesTest extends TestCase
{
    public function testThereIsMoreHandedOutThanThereAreWorkersSoThatNoneIsIdle(): void
    {
        self::assertSame(8, (new BatchShares(0, 1))->ofMember(), 'before any is there');
        self::assertSame(8, (new BatchShares(2, 1))->ofMember());
        self::assertSame(400, (new BatchShares(200, 1))->ofMember());
    }

    public function testMembersGetTheSameHoweverManyWorksTheyHave(): void
    {
        $shares = new BatchShares(10, 2);
        self::assertSame(10, $shares->ofMember());
        self::assertSame(10, $shares->ofWork(1));
        self::assertSame(4, $shares->ofWork(3));
        self::assertSame(1, $shares->ofWork(50), 'each of many gets its turn');
        self::assertSame(1, (new BatchShares(1, 1_000))->ofMember(), 'nobody is left out');
    }

    public function testStretchesGrowToAMomentsWorkAndNotAllAtOnce(): void
    {
        self::assertSame(8, Batch::after(Batch::FIRST, 2, 0.01), 'a first one that was quick says little');
        self::assertSame(24, Batch::after(8, 10, 0.5));
        self::assertSame(1, Batch::after(24, 24, 600.0), 'never none');
        self::assertSame(400, Batch::after(400, 400, 0.0));
    }

    public function testStretchesGetSmallerTowardsTheEnd(): void
    {
        $shares = new BatchShares(4, 1);
        self::assertSame(100, $shares->stretch(100, 10_000));
        self::assertSame(13, $shares->stretch(100, 100));
        self::assertSame(1, $shares->stretch(100, 3));
        self::assertSame(1, $shares->stretch(100, 0));
    }

    /**
     * Workers of which some are five times as slow, and one queue: two members, of which one has ten works of a thousand
     * places and the other one of three hundred, are served alike, and all workers end together.
     */
    public function testOneMembersHugeWorkDoesNotStarveTheOther(): void
    {
        mt_srand(16);
        $speeds = [1.0, 1.0, 1.0, 5.0];
        $left = array_fill_keys(['a0', 'a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'a7', 'a8', 'a9'], 1_000) + ['b0' => 300];
        $out = array_fill_keys(array_keys($left), 0);
        $fits = array_fill_keys(array_keys($left), Batch::FIRST);
        [$queue, $free, $served, $ended] = [[], array_fill(0, 4, 0.0), ['a' => 0.0, 'b' => 0.0], []];
        $fill = static function (string $who) use (&$left, &$out, &$queue, &$fits): void {
            $works = array_filter(array_keys($left), static fn (string $work): bool => $left[$work] > 0 || $out[$work] > 0);
            $members = \count(array_unique(array_map(static fn (string $work): string => $work[0], $works)));
            $mine = array_values(array_filter($works, static fn (string $work): bool => $work[0] === $who));
            $shares = new BatchShares(4, $members);
            while (array_sum(array_intersect_key($out, array_flip($mine))) < $shares->ofMember()) {
                $can = array_filter($mine, static fn (string $w): bool => $left[$w] > 0 && $out[$w] < $shares->ofWork(\count($mine)));
                usort($can, static fn (string $a, string $b): int => $out[$a] <=> $out[$b]);
                if ([] === $can) {
                    return;
                }
                $size = $shares->stretch($fits[$can[0]], $left[$can[0]]);
                $queue[] = [$can[0], $size];
                $left[$can[0]] -= $size;
                ++$out[$can[0]];
            }
        };
        $fill('a');
        $fill('b');
        while ([] !== $queue) {
            $worker = array_search(min($free), $free, true);
            [$work, $places] = array_shift($queue);
            $seconds = $places * 0.05 * $speeds[$worker] * mt_rand(80, 120) / 100;
            $free[$worker] += $seconds;
            --$out[$work];
            $fits[$work] = Batch::after($fits[$work], $places, $seconds);
            if (!isset($ended['b'])) {
                $served[$work[0]] += $places;
            }
            if ('b0' === $work && 0 === $left['b0'] && 0 === $out['b0']) {
                $ended['b'] = $free[$worker];
            }
            $fill('a');
            $fill('b');
        }
        self::assertSame(0, array_sum($left));
        self::assertGreaterThan(0.6, $served['a'] / $served['b']);
        self::assertLessThan(1.7, $served['a'] / $served['b'], 'ten works get no more than one of somebody else');
        self::assertLessThan(6 * Batch::MOMENT, max($free) - min($free), 'slow and fast workers end together');
    }
}

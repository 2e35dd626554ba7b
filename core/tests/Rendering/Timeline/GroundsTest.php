<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\Pool;
use Morphea\Core\Design\Timing\AfterClip;
use Morphea\Core\Design\Timing\ClipPlay;
use Morphea\Core\Design\Timing\Drift;
use Morphea\Core\Design\Timing\DriftKind;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\TimeSpan;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\Make;
use Morphea\Core\Tests\Pictures;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What moves behind the words: pictures that drift, clips that play, one of a pool for each row. */
final class GroundsTest extends TestCase
{
    private const SIDE = [1200, 800];

    /** @param list<float> $moments of a clip of 4 s, at 0, 1, 3, 4, 5, 7 and 9 s */
    #[TestWith([AfterClip::Again, [0, 1, 3, 0, 1, 3, 1]])]
    #[TestWith([AfterClip::BackAndForth, [0, 1, 3, 4, 3, 1, 1]])]
    #[TestWith([AfterClip::Stands, [0, 1, 3, 4, 4, 4, 4]])]
    public function testAClipThatHasEndedGoesOnAsItIsTold(AfterClip $after, array $moments): void
    {
        $play = new ClipPlay(after: $after);
        foreach ([0, 1, 3, 4, 5, 7, 9] as $i => $seconds) {
            self::assertEqualsWithDelta($moments[$i], $play->moment($seconds, 4.0), 1e-9, "at $seconds s");
        }
    }

    public function testOnlyAPartOfAClipIsPlayedAndFaster(): void
    {
        $play = new ClipPlay(1.0, 3.0, 2.0, AfterClip::Again);
        self::assertEqualsWithDelta(1.0, $play->lasts(10.0), 1e-9);
        self::assertEqualsWithDelta([1.0, 2.0, 1.5], array_map(
            static fn (float $seconds): float => $play->moment($seconds, 10.0),
            [0.0, 0.5, 1.25],
        ), 1e-9);
    }

    public function testAPartBeyondTheEndOfAClipIsItsLastMoment(): void
    {
        $play = new ClipPlay(30.0, 40.0);
        self::assertEqualsWithDelta([2.9, 3.0], [$play->begins(3.0), $play->ends(3.0)], 1e-9);
    }

    public function testRowsGetThePoolInTurnSoThatNeighboursDiffer(): void
    {
        $names = ['a.jpg', 'b.mp4', 'c.jpg'];
        $pool = new Pool($names);
        $dealt = array_map($pool->dealt(...), range(1, 200));
        self::assertSame(['a.jpg', 'b.mp4', 'c.jpg', 'a.jpg'], \array_slice($dealt, 0, 4));
        for ($row = 1; $row < 200; ++$row) {
            self::assertNotSame($dealt[$row - 1], $dealt[$row]);
        }
        self::assertSame('a.jpg', $pool->dealt(0), 'without rows as for the first');
        $design = $this->design($this->layer(new Pool($names)));
        $pictures = new Pictures(...array_map(static fn (string $name): Picture => Make::photo($name, 1200, 800), $names));
        $layouter = new Layouter(new TextLayouter(Make::shaper()));
        foreach ([1, 2, 3, 4] as $number) {
            $shown = $layouter->lay($design, new Record($number, []), $pictures)->picture('ground')?->picture;
            self::assertSame($pool->dealt($number), $shown);
        }
        self::assertSame($names, $design->pictures(), 'all of them belong to the design');
        self::assertCount(1, $design->placeholders());
    }

    /** @return iterable<string, array{DriftKind, list<float>, list<float>}> boxes at the beginning and at the other end */
    public static function drifts(): iterable
    {
        // The focus lies at a quarter from the left, in the middle of the height; the picture is as large as the page.
        yield 'closer' => [DriftKind::Closer, [0, 0, 1200, 800], [0, -80, 1440, 960]];
        yield 'away' => [DriftKind::Away, [0, -80, 1440, 960], [0, 0, 1200, 800]];
        yield 'along' => [DriftKind::Along, [-240, -80, 1440, 960], [0, -80, 1440, 960]];
    }

    /**
     * @param list<float> $from
     * @param list<float> $to
     */
    #[DataProvider('drifts')]
    public function testAPictureDriftsBetweenTwoBoxesThatCoverItsFrameAndEndsAtItsFocus(DriftKind $kind, array $from, array $to): void
    {
        $timeline = $this->timeline($this->layer('sea.jpg', new Drift($kind, 0.2, 2.0)), Make::photo('sea.jpg', 1200, 800, 0.25));
        self::assertEqualsWithDelta($from, self::box($timeline, 0), 1e-6);
        self::assertEqualsWithDelta($to, self::box($timeline, 60), 1e-6, 'at the other end after 2 s');
        self::assertEqualsWithDelta($from, self::box($timeline, 120), 1e-6, 'and back');
        foreach (range(0, 149, 7) as $frame) {
            [$x, $y, $width, $height] = self::box($timeline, $frame);
            self::assertTrue($x <= 0 && $y <= 0 && $x + $width >= self::SIDE[0] && $y + $height >= self::SIDE[1], 'it covers');
        }
    }

    public function testWhatPlaysMovesAllTheTimeAndAPosterShowsItsFirstMoment(): void
    {
        $clip = new Picture('tide.mp4', 'hash', 1200, 800, length: 2.0);
        $timeline = $this->timeline($this->layer('tide.mp4'), $clip);
        self::assertEquals([new TimeSpan(0, 150, true)], $timeline->spans());
        self::assertSame(0, $timeline->rest());
        $moment = static fn (int $frame): float => self::item($timeline, $frame)->picture->moment;
        self::assertEqualsWithDelta([0.0, 1.0, 2.0, 1.0, 0.0], array_map($moment, [0, 30, 60, 90, 120]), 1e-3);
    }

    public function testWhereNothingHasATimeAClipIsItsFirstMoment(): void
    {
        $layer = $this->layer('tide.mp4', clip: new ClipPlay(from: 1.5));
        $item = Make::laid(Make::design($layer), [], new Pictures(new Picture('tide.mp4', 'h', 12, 8, length: 4.0)))
            ->drawing->groups[0]->items[0];
        self::assertInstanceOf(PictureItem::class, $item);
        self::assertSame(1.5, $item->picture->moment);
    }

    public function testAShortThatEndsAsItBeganIsWhereItWasAfterItsLastFrame(): void
    {
        // 5 s: a clip of 2 s there and back takes 4 s, so it is played a little slower.
        $clip = new Picture('tide.mp4', 'hash', 1200, 800, length: 2.0);
        $timeline = $this->timeline($this->layer('tide.mp4'), $clip, true);
        self::assertEqualsWithDelta(2.0, self::item($timeline, 75)->picture->moment, 1e-3, 'half of it is the way there');
        self::assertLessThan(0.03, self::item($timeline, 149)->picture->moment);
        $drift = $this->timeline($this->layer('sea.jpg', new Drift(DriftKind::Closer, 0.2, 3.0)), Make::photo('sea.jpg', 1200, 800), true);
        self::assertEqualsWithDelta(self::box($drift, 0), self::box($drift, 149), 0.2);
        self::assertEqualsWithDelta(1440, self::box($drift, 75)[2], 1e-6);
    }

    /** @return list<float> */
    private static function box(Timeline $timeline, int $frame): array
    {
        $box = self::item($timeline, $frame)->box;

        return [$box->x, $box->y, $box->width, $box->height];
    }

    private static function item(Timeline $timeline, int $frame): PictureItem
    {
        $item = $timeline->at($frame)->groups[0]->items[0];
        self::assertInstanceOf(PictureItem::class, $item);

        return $item;
    }

    private function timeline(PictureLayer $layer, Picture $picture, bool $endsAsBegun = false): Timeline
    {
        $design = new Design(...['endsAsBegun' => $endsAsBegun] + get_object_vars($this->design($layer)));
        $laid = Make::laid($design, [], new Pictures($picture));

        return Timeline::of($design, $laid, Timing::of($design, $laid, 30));
    }

    private function layer(string|Pool $source, Drift $drift = new Drift(), ClipPlay $clip = new ClipPlay()): PictureLayer
    {
        $frame = new Frame(0, 0, ...self::SIDE);

        return new PictureLayer('ground', 'Ground', $frame, 1, false, false, $source, PictureFit::Cover, drift: $drift, clip: $clip);
    }

    private function design(PictureLayer $layer): Design
    {
        $scenes = [new Scene('all', 'All', new SceneLength(seconds: 5.0))];

        return new Design(...['scenes' => $scenes] + get_object_vars(Make::design($layer)));
    }
}

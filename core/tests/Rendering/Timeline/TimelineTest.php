<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Timing\Direction;
use Morphea\Core\Design\Timing\Easing;
use Morphea\Core\Design\Timing\Motion;
use Morphea\Core\Design\Timing\MotionKind;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Design\Timing\SceneRule;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\TimeSpan;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** A question is read, the screen holds its breath, the answer shows for a moment. */
final class TimelineTest extends TestCase
{
    private const ROW = ['question' => 'What wears out first?', 'answer' => 'The spring'];

    public function testScenesLastAsLongAsTheirRulesSay(): void
    {
        $timing = $this->timing(self::ROW);
        // 21 letters at 15 a second after 0.4 s, and then 0.5 s of holding: 2.3 s.
        self::assertSame([[0, 69], [69, 99], [99, 144]], self::frames($timing));
        self::assertEqualsWithDelta(4.8, $timing->seconds(), 0.001);
        self::assertEqualsWithDelta(1.8, $timing->scenes[0]->wanted, 0.001);
    }

    public function testShortWordsStandForTheLeastAndLongOnesForTheMost(): void
    {
        self::assertSame(30 + 15, $this->timing(['question' => 'Why?'] + self::ROW)->scenes[0]->frames());
        self::assertSame(180 + 15, $this->timing(['question' => str_repeat('Why is that? ', 30)] + self::ROW)->scenes[0]->frames());
    }

    public function testASceneWithNothingToShowClosesUp(): void
    {
        $timing = $this->timing(['answer' => ''] + self::ROW);
        self::assertSame([[0, 69], [69, 99], [99, 99]], self::frames($timing));
        self::assertTrue($timing->scenes[2]->closed);
        self::assertFalse($timing->scenes[1]->closed, 'a hold has nothing that comes with it, and stays');
    }

    public function testSpansTellWhatStandsStillAndWhatMoves(): void
    {
        self::assertEquals(
            [
                new TimeSpan(0, 12, true),
                new TimeSpan(12, 87, false),
                new TimeSpan(87, 111, true),
                new TimeSpan(111, 144, false),
            ],
            $this->timeline(self::ROW)->spans(),
            'the question fades in, stands until it fades out at the end of the hold, and the answer fades in at once',
        );
    }

    public function testALayerIsThereFromTheFirstFrameAfterItsComing(): void
    {
        $timeline = $this->timeline(self::ROW);
        $opacity = static fn (int $frame): array => array_map(
            static fn ($group): float => $group->pose->opacity ?? 1.0,
            $timeline->at($frame)->groups,
        );
        self::assertSame([0.0], $opacity(0));
        self::assertSame([0.5], $opacity(6));
        self::assertSame([1.0], $opacity(12));
        self::assertSame([1.0], $opacity(86));
        self::assertSame([0.5], $opacity(93));
        self::assertSame([0.0], $opacity(99), 'the question is gone, the answer not there yet');
        self::assertSame([1.0], $opacity(143));
        self::assertSame(['answer'], array_map(static fn ($group): string => $group->layer, $timeline->at(120)->groups));
    }

    public function testEachWayOfComingIsSeenInThePose(): void
    {
        $half = function (Motion $motion): array {
            $pose = $this->timeline(self::ROW, new Stay('answer', null, $motion))->at(99 + 6)->groups[0]->pose;
            self::assertNotNull($pose);

            return [$pose->opacity, round($pose->right), round($pose->down), $pose->scale, $pose->windowLeft, $pose->windowRight];
        };
        $box = $this->timeline(self::ROW)->at(143)->groups[0]->bounds();
        self::assertSame([0.5, 0.0, 0.0, 1.0, 0.0, 1.0], $half(new Motion(MotionKind::Fade)));
        self::assertSame([1.0, 0.0, 0.0, 0.5, 0.0, 1.0], $half(new Motion(MotionKind::Grow)));
        self::assertSame([1.0, 0.0, 0.0, 1.0, 0.0, 0.5], $half(new Motion(MotionKind::Wipe)));
        self::assertSame([1.0, 0.0, 0.0, 1.0, 0.5, 1.0], $half(new Motion(MotionKind::Wipe, from: Direction::Right)));
        self::assertSame([1.0, round(-$box->right / 2), 0.0], \array_slice($half(new Motion(MotionKind::Slide)), 0, 3));
        self::assertSame(
            [1.0, 0.0, round((800 - $box->top) / 2)],
            \array_slice($half(new Motion(MotionKind::Slide, from: Direction::Bottom)), 0, 3),
        );
        self::assertSame(0.25, $half(new Motion(MotionKind::Fade, easing: Easing::SoftStart))[0]);
        self::assertSame(0.75, $half(new Motion(MotionKind::Fade, easing: Easing::SoftEnd))[0]);
    }

    public function testLettersAndWordsComeOneAfterTheOther(): void
    {
        $shown = function (MotionKind $kind, int $frame): string {
            $timeline = $this->timeline(self::ROW, new Stay('answer', null, new Motion($kind, 1.0)));

            return implode('', array_map(
                static fn ($item): string => $item instanceof TextItem ? $item->text : '',
                array_merge(...array_map(static fn ($group): array => $group->items, $timeline->at(99 + $frame)->groups)),
            ));
        };
        self::assertSame(['', 'T', 'The s', 'The sprin', 'The spring'], array_map(
            static fn (int $frame): string => $shown(MotionKind::Letters, $frame),
            [0, 3, 15, 29, 30],
        ));
        self::assertSame(['', 'The ', 'The spring'], array_map(
            static fn (int $frame): string => $shown(MotionKind::Words, $frame),
            [0, 15, 30],
        ));
    }

    public function testLinesComeOneALittleAfterTheOther(): void
    {
        $timeline = $this->timeline(
            ['answer' => "The spring\nof the lid"] + self::ROW,
            new Stay('answer', null, new Motion(MotionKind::Fade, stagger: 0.2)),
        );
        $from = array_values(array_map(
            static fn ($part): int => $part->from,
            array_filter($timeline->parts, static fn ($part): bool => 'answer' === $part->group->layer),
        ));
        self::assertSame([99, 105], $from);
    }

    public function testComingAndGoingShareWhatTimeThereIs(): void
    {
        $long = new Motion(MotionKind::Fade, 3.0, easing: Easing::Even);
        $timeline = $this->timeline(self::ROW, new Stay('answer', 'answer', $long, $long));
        $answer = $timeline->parts[1];
        self::assertSame([22, 23], [$answer->in, $answer->out]);
        self::assertFalse($answer->moves(98));
        self::assertTrue($answer->moves(143));
    }

    public function testScenesAndStaysGoThroughTheFileFormat(): void
    {
        $codec = new DesignCodec();
        $design = $this->design();
        self::assertEquals($design, $codec->decode($codec->encode($design)));
        $data = $codec->toArray($design);
        $data['sides'][0]['layers'][0]['stay']['comes'] = 'encore';
        $this->expectException(DesignException::class);
        $this->expectExceptionMessage('"design.wrong.no_scene","parameters":{"scene":"encore"}');
        $codec->fromArray($data);
    }

    public function testALayerCannotGoBeforeItComes(): void
    {
        $codec = new DesignCodec();
        $data = $codec->toArray($this->design());
        $data['sides'][0]['layers'][1]['stay']['goes'] = 'question';
        $this->expectException(DesignException::class);
        $this->expectExceptionMessage('design.wrong.order');
        $codec->fromArray($data);
    }

    /** @param array<string, string> $row */
    private function timeline(array $row, ?Stay $answer = null): Timeline
    {
        $design = $this->design(answer: $answer);
        $laid = Make::laid($design, $row);

        return Timeline::of($design, $laid, Timing::of($design, $laid, 30));
    }

    /** @param array<string, string> $row */
    private function timing(array $row): Timing
    {
        $design = $this->design();

        return Timing::of($design, Make::laid($design, $row), 30);
    }

    /** @param list<Scene>|null $scenes */
    private function design(?array $scenes = null, ?Stay $answer = null): Design
    {
        $scenes ??= [
            new Scene('question', 'Question', new SceneLength(SceneRule::Reading, least: 1.0, most: 6.0, hold: 0.5)),
            new Scene('hold', 'Hold', new SceneLength(seconds: 1.0)),
            new Scene('answer', 'Answer', new SceneLength(seconds: 1.5)),
        ];
        $has = static fn (string $id): ?string => \in_array($id, array_map(static fn (Scene $scene): string => $scene->id, $scenes), true)
            ? $id
            : null;
        $fade = new Motion(MotionKind::Fade, 0.4);
        $layer = static fn (string $id, float $y, Stay $stay): Layer => Make::text(
            '{' . $id . '}',
            frame: new Frame(100, $y, 1000, 300),
            id: $id,
            stay: $stay,
        );

        return new Design(...[
            'pages' => [Make::design(
                $layer('question', 100, new Stay($has('question'), $has('hold'), $fade, $fade)),
                $layer('answer', 450, $answer ?? new Stay($has('answer'), null, $fade)),
            )->page()],
            'scenes' => $scenes,
        ] + get_object_vars(Make::design()));
    }

    public function testLayersOfOtherScenesAreNeverSeenTogether(): void
    {
        $design = $this->design();
        [$question, $answer] = $design->page()->layers;
        self::assertFalse($design->areSeenTogether($question, $answer), 'one goes with the hold, the other comes behind it');
        self::assertTrue($design->areSeenTogether($question, $question));
        self::assertTrue($design->areSeenTogether(Make::text('{always}', id: 'always'), $answer));
    }

    public function testAPosterShowsWordsThatComeOneByOneWhenAllAreThere(): void
    {
        $words = new Stay('question', null, new Motion(MotionKind::Words, 1.0));
        $design = $this->design(null, $words);
        $laid = Make::laid($design, self::ROW);
        self::assertSame(30, Timeline::of($design, $laid, Timing::of($design, $laid, 30))->rest());
    }

    public function testWhatCameGoesAtTheEndWhereAShortIsToEndAsItBegan(): void
    {
        $ending = fn (bool $endsAsBegun): int => (function () use ($endsAsBegun): int {
            $design = new Design(...['endsAsBegun' => $endsAsBegun] + get_object_vars($this->design()));
            $laid = Make::laid($design, self::ROW);
            $parts = Timeline::of($design, $laid, Timing::of($design, $laid, 30))->parts;

            return $parts[\count($parts) - 1]->out;
        })();
        self::assertSame([0, 12], [$ending(false), $ending(true)], 'frames in which the answer goes');
    }

    /** @return list<array{int, int}> */
    private static function frames(Timing $timing): array
    {
        return array_map(static fn ($scene): array => [$scene->from, $scene->to], $timing->scenes);
    }
}

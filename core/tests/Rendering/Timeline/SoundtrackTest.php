<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Design\Timing\SceneRule;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\Sound as Recorded;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Rendering\Timeline\Voice;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** What is heard: a track, sounds at scenes, words read aloud; and scenes that last as long. */
final class SoundtrackTest extends TestCase
{
    public function testASceneLastsAsLongAsWhatIsHeardWithIt(): void
    {
        $timing = $this->timing(['question' => 'What wears out first?', 'answer' => 'The spring']);
        // Words are spoken at ten letters a second here, and 0.5 s of silence follow.
        self::assertSame([78, 15 + 60], [$timing->scenes[0]->frames(), $timing->scenes[1]->frames()]);
        self::assertEqualsWithDelta(2.1, $timing->scenes[0]->wanted, 1e-9);
        self::assertEqualsWithDelta(2.0, $timing->scenes[1]->wanted, 1e-9, 'a bell of 2 s, longer than the words');
    }

    public function testSilenceLastsForTheLeastAndALectureForTheMost(): void
    {
        self::assertSame(15 + 15, $this->timing(['question' => '', 'answer' => ''], true)->scenes[0]->frames());
        self::assertSame(120 + 15, $this->timing(['question' => str_repeat('Why is that? ', 9)])->scenes[0]->frames());
    }

    public function testSoundsAndWordsAreHeardFromTheBeginningOfTheirScenes(): void
    {
        $cells = ['question' => 'What wears out first?', 'answer' => 'The spring'];
        [$design, $laid] = $this->laid($cells);
        $sound = Timeline::of($design, $laid, Timing::of($design, $laid, 30))->sound;
        self::assertSame('waltz.m4a', $sound->track?->name);
        self::assertSame(
            [['What wears out first?', 0.0, true], ['bell', 2.6, false], ['The spring.', 2.6, true]],
            array_map(static fn (Voice $voice): array => [$voice->sound->name, $voice->from, $voice->speech], $sound->voices),
        );
        self::assertEqualsWithDelta([[0.0, 2.1], [2.6, 3.7]], $sound->speech(), 1e-9);
    }

    public function testASoundThatIsNotThereIsAWarning(): void
    {
        [$design, $laid] = $this->laid(['question' => 'Why?', 'answer' => 'So.'], track: '{question}.m4a');
        $missing = array_values(array_filter(
            (new Proof())->check(new Inspected($design, $laid)),
            static fn ($warning): bool => WarningKind::Sound === $warning->kind,
        ));
        self::assertCount(1, $missing);
        self::assertSame('The soundtrack: “Why?.m4a” is missing; it stays silent.', English::say($missing[0]->sentence));
        self::assertSame(['question', 'answer'], $design->linkedColumns(), 'columns that are heard are linked as well');
    }

    public function testWhatIsHeardIsPartOfTheNameOfATimeline(): void
    {
        $name = function (string $track): string {
            [$design, $laid] = $this->laid(['question' => 'Why?', 'answer' => 'So.'], track: $track);

            return Timeline::of($design, $laid, Timing::of($design, $laid, 30))->fingerprint();
        };
        self::assertNotSame($name('waltz.m4a'), $name('shanty.m4a'));
        self::assertSame($name('waltz.m4a'), $name('waltz.m4a'));
    }

    /** @param array<string, string> $cells */
    private function timing(array $cells, bool $always = false): Timing
    {
        [$design, $laid] = $this->laid($cells, $always);

        return Timing::of($design, $laid, 30);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return array{Design, LaidOut}
     */
    private function laid(array $cells, bool $always = false, string $track = 'waltz.m4a'): array
    {
        $length = new SceneLength(SceneRule::Sound, least: 0.5, most: 4.0, hold: 0.5);
        $text = static fn (string $id) => Make::text('{' . $id . '}', id: $id, stay: $always ? null : new Stay($id));
        $design = new Design(...[
            'scenes' => [
                new Scene('question', 'Question', $length, reads: true),
                new Scene('answer', 'Answer', $length, Pattern::parse('bell'), reads: true),
            ],
            'sound' => new BackgroundSound(Pattern::parse($track)),
        ] + get_object_vars(Make::design($text('question'), $text('answer'))));
        $row = new Record(1, $cells + ['question' => '', 'answer' => '']);

        return [$design, (new Layouter(new TextLayouter(Make::shaper())))->lay($design, $row, $this->source())];
    }

    private function source(): PictureSource&SoundSource
    {
        return new class implements PictureSource, SoundSource {
            public function named(string $cell): ?string
            {
                return null;
            }

            public function picture(string $name): ?Picture
            {
                return null;
            }

            public function tones(Picture $picture): ?Tones
            {
                return null;
            }

            public function sound(string $cell): ?Recorded
            {
                return \in_array($cell, ['waltz.m4a', 'shanty.m4a', 'bell'], true) ? new Recorded($cell, "of $cell", 2.0) : null;
            }

            public function spoken(string $words, string $language): Recorded
            {
                return new Recorded($words, "said $words", mb_strlen($words) / 10);
            }

            public function heard(Recorded $sound): string
            {
                return '';
            }
        };
    }
}

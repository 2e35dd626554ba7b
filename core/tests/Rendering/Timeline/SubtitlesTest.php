<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Rendering\Timeline\Subtitles;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class SubtitlesTest extends TestCase
{
    public function testWhatIsSeenTogetherIsSaidTogetherAndNothingTwiceAtATime(): void
    {
        self::assertSame(
            "1\n00:00:00,000 --> 00:00:02,000\nWhat wears out?\n\n" .
                "2\n00:00:02,000 --> 00:00:03,520\nWhat wears out?\nThe <spring> & the lid\n\n",
            $this->subtitles()->srt(),
        );
        self::assertSame(
            "WEBVTT\n\n00:00:00.000 --> 00:00:02.000\nWhat wears out?\n\n" .
                "00:00:02.000 --> 00:00:03.520\nWhat wears out?\nThe &lt;spring&gt; &amp; the lid\n",
            $this->subtitles()->vtt(),
        );
    }

    public function testAllOfItIsOneLineForWhoAsksWhatItIsAbout(): void
    {
        self::assertSame('What wears out? The <spring> & the lid', $this->subtitles()->words());
    }

    public function testWhatIsAlwaysThereAndWhatIsEmptyIsNotSaid(): void
    {
        self::assertSame(1, \count($this->subtitles('')->cues));
        self::assertSame('What wears out?', $this->subtitles('')->cues[0]->words);
    }

    private function subtitles(string $answer = "The <spring> &\n\nthe lid"): Subtitles
    {
        $plain = Make::design(
            Make::text('Always', id: 'always'),
            Make::text('{question}', id: 'question', stay: new Stay('first')),
            Make::text('{answer}', id: 'answer', stay: new Stay('last')),
        );
        $design = new Design(...[
            'scenes' => [
                new Scene('first', 'First', new SceneLength(seconds: 2.0)),
                new Scene('last', 'Last', new SceneLength(seconds: 1.5)),
            ],
        ] + get_object_vars($plain));
        $laid = Make::laid($design, ['question' => 'What wears out?', 'answer' => strtr($answer, ["&\n\nthe" => '& the'])]);

        return Subtitles::of($laid, Timeline::of($design, $laid, Timing::of($design, $laid, 25)));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class TimeCheckTest extends TestCase
{
    public function testWhatGoesByTooFastToReadIsSaidWithWhatItTakes(): void
    {
        $long = 'What wears out first in a kettle that is used every day?';
        $found = $this->warnings([2.0, 2.0], ['question' => $long, 'answer' => 'The lid']);
        self::assertSame(['Question: is shown for 2 s; reading it takes 4.1 s.'], self::sentences($found));
        self::assertSame([Severity::LookAtIt, 'question'], [$found[0]->severity, $found[0]->layer]);
        self::assertEqualsWithDelta(2.0, $found[0]->measured, 0.01);
        self::assertSame([], $this->warnings([5.0, 2.0], ['question' => 'What wears out?', 'answer' => 'The lid']));
    }

    public function testAnAnswerWithinTheFirstSecondIsNoAnswer(): void
    {
        $found = $this->warnings([0.8, 3.0], ['question' => 'Why?', 'answer' => 'The lid']);
        self::assertSame(['Answer: comes after only 0.8 s.'], self::sentences($found));
    }

    public function testAShortIsNotTooLongForItsShape(): void
    {
        $row = ['question' => 'Why?', 'answer' => 'The lid'];
        self::assertSame([], $this->warnings([100.0, 70.0], $row));
        self::assertSame(
            ['The short: lasts 170 s; shorts of this shape are watched for up to 60 s.'],
            self::sentences($this->warnings([100.0, 70.0], $row, 1080, 1920)),
        );
    }

    public function testWhatDoesNotMoveIsNotAsked(): void
    {
        $found = Make::warnings(Make::design(Make::text('{question}')), ['question' => str_repeat('Why? ', 90)]);
        self::assertSame([], array_filter($found, static fn (Warning $warning): bool => WarningKind::Time === $warning->kind));
    }

    /**
     * @param array{float, float}   $seconds
     * @param array<string, string> $row
     *
     * @return list<Warning>
     */
    private function warnings(array $seconds, array $row, int $width = 1200, int $height = 800): array
    {
        $plain = Make::design(
            Make::text('{question}', id: 'question', stay: new Stay('first', 'first')),
            Make::text('{answer}', id: 'answer', stay: new Stay('last')),
        );
        $scenes = [
            new Scene('first', 'First', new SceneLength(seconds: $seconds[0])),
            new Scene('last', 'Last', new SceneLength(seconds: $seconds[1])),
        ];
        $design = new Design(...['scenes' => $scenes, 'width' => $width, 'height' => $height] + get_object_vars($plain));

        return array_values(array_filter(
            Make::warnings($design, $row),
            static fn (Warning $warning): bool => WarningKind::Time === $warning->kind,
        ));
    }

    /**
     * @param list<Warning> $found
     *
     * @return list<string>
     */
    private static function sentences(array $found): array
    {
        return array_map(static fn (Warning $warning): string => English::say($warning->sentence), $found);
    }
}

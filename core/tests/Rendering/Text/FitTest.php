<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Text;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Rendering\Text\FittedLine;
use Morphea\Core\Rendering\Text\FittedText;
use Morphea\Core\Rendering\Text\TextFitter;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FitTest extends TestCase
{
    public function testKeepSetsWordsAsTheyAreAndTellsWhatSticksOut(): void
    {
        self::assertFalse($this->fit('Ng', FitRule::keep())->overset);
        $long = $this->fit('Maximiliana Theodora Featherstonehaugh', FitRule::keep());
        self::assertTrue($long->overset);
        self::assertSame(100.0, $long->size);
        self::assertCount(1, $long->lines);
    }

    public function testShrinkLeavesShortWordsAlone(): void
    {
        self::assertSame(100.0, $this->fit('Ng', FitRule::shrink(24))->size);
    }

    public function testShrinkMakesALongNameExactlyAsWideAsItsFrame(): void
    {
        $fitted = $this->fit('Maximiliana Theodora Brown', FitRule::shrink(24));
        self::assertFalse($fitted->overset);
        self::assertEqualsWithDelta(1000, $fitted->width, 0.01);
        self::assertLessThan(100, $fitted->size);
    }

    public function testShrinkStopsAtItsLeastSizeAndIsOversetThere(): void
    {
        $fitted = $this->fit(str_repeat('Maximiliana ', 20), FitRule::shrink(40));
        self::assertSame(40.0, $fitted->size);
        self::assertTrue($fitted->overset);
    }

    public function testShrinkThenWrapsWhenOneLineWouldBeTooSmall(): void
    {
        $fitted = $this->fit('Maximiliana Theodora Featherstonehaugh-Pellinore', FitRule::shrink(60, 2), height: 200);
        self::assertFalse($fitted->overset);
        self::assertSame(['Maximiliana Theodora', 'Featherstonehaugh-Pellinore'], self::texts($fitted));
        self::assertGreaterThanOrEqual(60, $fitted->size);
        self::assertLessThanOrEqual(1000, $fitted->width);
    }

    public function testWrapBreaksIntoAtMostSoManyLinesAtFullSize(): void
    {
        $fitted = $this->fit('bringing kettles, clocks and bicycles back', FitRule::wrap(3), height: 400);
        self::assertSame(100.0, $fitted->size);
        self::assertFalse($fitted->overset);
        self::assertGreaterThan(1, \count($fitted->lines));
        foreach ($fitted->lines as $line) {
            self::assertLessThanOrEqual(10.0, $line->shaped->width);
        }
        self::assertTrue(
            $this->fit(str_repeat('kettles and clocks ', 8), FitRule::wrap(3), height: 2000)->overset,
            'more than three lines',
        );
    }

    public function testWrapThenShrinksToTheLargestSizeThatFits(): void
    {
        $words = str_repeat('kettles and clocks ', 6);
        $fitted = $this->fit($words, FitRule::wrap(3, 20), height: 330);
        self::assertFalse($fitted->overset);
        self::assertLessThanOrEqual(3, \count($fitted->lines));
        $slightlyLarger = $this->fit($words, FitRule::wrap(3), Make::style($fitted->size * 1.01), height: 330);
        self::assertTrue($slightlyLarger->overset, 'one per cent more would not fit');
    }

    public function testLineBreaksInTheTextHoldUnderEveryRule(): void
    {
        foreach ([FitRule::keep(), FitRule::shrink(10), FitRule::wrap(4)] as $rule) {
            self::assertSame(['Isolde', 'Quern'], self::texts($this->fit("Isolde\nQuern", $rule, height: 300)));
        }
    }

    public function testHeightCountsToo(): void
    {
        self::assertTrue($this->fit("a\nb\nc", FitRule::keep(), height: 300)->overset);
        $shrunk = $this->fit("a\nb\nc", FitRule::shrink(10), height: 300);
        self::assertEqualsWithDelta(300 / 3.4, $shrunk->size, 0.01, 'two line heights and one letter box');
    }

    public function testWordsAreNeverBrokenInside(): void
    {
        $fitted = $this->fit(str_repeat('a', 300), FitRule::wrap(5, 20), height: 1000);
        self::assertCount(1, $fitted->lines);
        self::assertTrue($fitted->overset);
    }

    #[DataProvider('frames')]
    public function testAFrameTooSmallForAnyLetterIsOversetAndNoError(float $width, float $height): void
    {
        foreach ([FitRule::keep(), FitRule::shrink(8, 2), FitRule::wrap(3, 8)] as $rule) {
            $fitted = (new TextFitter(Make::shaper()))->fit(
                Make::words('Ottilie'),
                Make::style(),
                $width,
                $height,
                $rule,
                'en_GB',
            );
            self::assertTrue($fitted->overset);
            self::assertGreaterThanOrEqual(8, $fitted->size);
        }
    }

    /** @return iterable<string, array{float, float}> */
    public static function frames(): iterable
    {
        yield 'nothing at all' => [0, 0];
        yield 'a hair' => [1, 500];
        yield 'flat' => [500, 1];
    }

    #[DataProvider('names')]
    public function testShrinkHoldsInEveryScript(string $name): void
    {
        $fitted = $this->fit(str_repeat($name . ' ', 6), FitRule::shrink(1));
        self::assertFalse($fitted->overset);
        self::assertEqualsWithDelta(1000, $fitted->width, 0.01);
        self::assertSame([], $fitted->lines[0]->shaped->missing);
    }

    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        yield 'Latin' => ['Ólöf Łąkowska'];
        yield 'Greek' => ['Χρυσούλα'];
        yield 'Cyrillic' => ['Берёзова'];
        yield 'Arabic' => ['سلمى البحري'];
        yield 'Hebrew' => ['שרה'];
        yield 'Devanagari' => ['अनन्या'];
        yield 'emoji' => ['Jo 🔧'];
    }

    private function fit(string $text, FitRule $rule, ?TextStyle $style = null, float $height = 200): FittedText
    {
        return (new TextFitter(Make::shaper()))->fit(
            Make::words($text, $style),
            $style ?? Make::style(),
            1000,
            $height,
            $rule,
            'en_GB',
        );
    }

    /** @return list<string> */
    private static function texts(FittedText $fitted): array
    {
        return array_map(static fn (FittedLine $line): string => $line->shaped->text, $fitted->lines);
    }
}

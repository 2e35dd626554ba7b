<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Text;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Mark;
use Morphea\Core\Design\Styles\Raise;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Text\FittedLine;
use Morphea\Core\Rendering\Text\FittedText;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Rendering\Text\TextFitter;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FillAndEvenTest extends TestCase
{
    #[DataProvider('values')]
    public function testFillMakesWordsAsLargeAsTheFrameAllows(string $text): void
    {
        $rule = FitRule::fill(10, 3);
        $fitted = $this->fit($text, $rule, Make::style(300));
        self::assertFalse($fitted->overset, $text);
        if ($fitted->size < 300) {
            self::assertTrue(
                $this->fit($text, FitRule::wrap(3), Make::style($fitted->size * 1.02))->overset,
                'two per cent more would not fit',
            );
        }
    }

    /** @return iterable<string, array{string}> */
    public static function values(): iterable
    {
        yield 'one letter' => ['I'];
        yield 'a short name' => ['Ng'];
        yield 'a long name' => ['Maximiliana Theodora Featherstonehaugh-Pellinore'];
        yield 'Arabic' => ['سلمى البحري المرساوي'];
        yield 'Devanagari' => ['अनन्या किनारवाला समुद्रवाल'];
        yield '300 letters' => [trim(str_repeat('kettles and clocks ', 16))];
    }

    public function testFillGrowsNoFurtherThanItsGreatestAndShrinksNoFurtherThanItsLeast(): void
    {
        self::assertSame(80.0, $this->fit('Ng', FitRule::fill(10, 1, 80), Make::style(80))->size);
        $free = $this->fit('Ng', FitRule::fill(10), Make::style(80));
        self::assertGreaterThan(200, $free->size, 'as far as its frame goes where nothing is said');
        $long = $this->fit(str_repeat('Maximiliana ', 30), FitRule::fill(40, 2), Make::style(80));
        self::assertSame(40.0, $long->size);
        self::assertTrue($long->overset);
    }

    public function testEvenGivesAllRowsTheSizeThatTheWidestNeeds(): void
    {
        $layouter = new TextLayouter(Make::shaper());
        $design = Make::design(
            Make::text('{name}', FitRule::even(20)),
            Make::text('{name}', FitRule::shrink(20), id: 'other'),
        );
        $rows = array_map(static fn (int $i, string $name): Record => new Record($i + 1, ['name' => $name]), range(0, 3), [
            'Ng',
            'Maximiliana Theodora Brown',
            '',
            'Bo Tansy',
        ]);
        $even = EvenSizes::of($design, $rows, $layouter);
        self::assertSame(['recipient'], array_keys($even->sizes));
        $sizes = array_map(
            static fn (Record $row): float => (new Layouter($layouter))
                ->lay($design, $row, Make::noPictures(), $even)
                ->text('recipient')->size ?? 0.0,
            [$rows[0], $rows[1], $rows[3]],
        );
        self::assertSame([$even->size('recipient')], array_values(array_unique($sizes)));
        self::assertSame(
            $layouter->measure(Make::text('{name}', FitRule::shrink(20)), $rows[1], 'en_GB')->size,
            $even->size('recipient'),
            'the widest fits exactly',
        );
    }

    public function testBalancedLinesAreAboutEquallyLongAndNoMoreThanBefore(): void
    {
        $words = 'bringing kettles and clocks back to use by the harbour of Tidewick';
        $ragged = $this->fit($words, FitRule::wrap(4), Make::style(90));
        $balanced = $this->fit($words, FitRule::wrap(4)->balanced(), Make::style(90));
        self::assertCount(\count($ragged->lines), $balanced->lines);
        self::assertSame($words, implode(' ', self::texts($balanced)));
        self::assertLessThan($this->unevenness($ragged), $this->unevenness($balanced));
        self::assertLessThanOrEqual($ragged->width, $balanced->width);
    }

    public function testAShortenedListOfLinesIsNotBalancedIntoFewer(): void
    {
        self::assertSame(['one', 'two'], self::texts($this->fit("one\ntwo", FitRule::wrap(5)->balanced(), Make::style(50))));
    }

    public function testTabularFiguresAreAllEquallyWide(): void
    {
        $line = static fn (string $figures, bool $tabular): float => Make::shaper()->line(
            StyledText::plain($figures, Inline::of(new TextStyle('EB Garamond', 400, false, 50, '#000000', tabular: $tabular))),
        )->width;
        self::assertEqualsWithDelta($line('0000', true), $line('1111', true), 1e-9);
        $proportional = static fn (string $figures): float => Make::shaper()->line(
            StyledText::plain($figures, Inline::of(new TextStyle('Abril Fatface', 400, false, 50, '#000000'))),
        )->width;
        $tabular = static fn (string $figures): float => Make::shaper()->line(
            StyledText::plain($figures, Inline::of(new TextStyle('Abril Fatface', 400, false, 50, '#000000', tabular: true))),
        )->width;
        self::assertNotEqualsWithDelta(
            $proportional('0000'),
            $proportional('1111'),
            0.01,
            'this font has proportional figures',
        );
        self::assertEqualsWithDelta($tabular('0000'), $tabular('1111'), 1e-9);
    }

    public function testPartsOfATextHaveStylesOfTheirOwn(): void
    {
        $style = Make::style();
        $text = new StyledText([
            ['No. ', Inline::of($style)],
            ['7', Inline::of($style, new Mark(bold: true, scale: 2.0))],
            ['th', Inline::of($style, new Mark(raise: Raise::Superscript))],
        ]);
        $line = Make::shaper()->line($text);
        self::assertSame(['No. ', '7', 'th'], array_map(static fn ($run): string => $run->text, $line->runs));
        self::assertSame([400, 700, 400], array_map(static fn ($run): int => $run->face->weight, $line->runs));
        self::assertEqualsWithDelta(
            2 * Make::shaper()->line(StyledText::plain('7', Inline::of($style, new Mark(bold: true))))->width,
            $line->runs[1]->advance,
            1e-9,
        );
        self::assertGreaterThan(0, $line->runs[2]->inline->shift);
    }

    public function testStyledTextIsBrokenInsideItsParts(): void
    {
        $style = Make::style();
        $text = new StyledText([
            ['kettles and cl', Inline::of($style)],
            ['ocks and bicycles', Inline::of($style, new Mark(italic: true))],
        ]);
        $fitted = (new TextFitter(Make::shaper()))->fit($text, $style, 1000, 500, FitRule::wrap(3), 'en_GB');
        self::assertSame('kettles and clocks and bicycles', implode(' ', self::texts($fitted)));
        self::assertGreaterThan(1, \count($fitted->lines));
    }

    private function fit(string $text, FitRule $rule, TextStyle $style): FittedText
    {
        return (new TextFitter(Make::shaper()))->fit(Make::words($text, $style), $style, 1000, 400, $rule, 'en_GB');
    }

    private function unevenness(FittedText $fitted): float
    {
        $widths = array_map(static fn (FittedLine $line): float => $line->shaped->width, $fitted->lines);

        self::assertNotSame([], $widths);

        return max($widths) - min($widths);
    }

    /** @return list<string> */
    private static function texts(FittedText $fitted): array
    {
        return array_map(static fn (FittedLine $line): string => $line->shaped->text, $fitted->lines);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Text;

use Morphea\Core\Rendering\Text\Bidi;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\TextSpan;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ShaperTest extends TestCase
{
    public function testKerningIsMeasured(): void
    {
        $pair = $this->width('AV');
        self::assertLessThan($this->width('A') + $this->width('V'), $pair);
    }

    public function testLetterSpacingStandsBetweenLettersOnly(): void
    {
        $plain = Make::shaper()->line(Make::words('MENDING', Make::style(family: 'IBM Plex Mono')))->width;
        $spaced = Make::shaper()->line(Make::words('MENDING', Make::style(family: 'IBM Plex Mono', letterSpacing: 0.5)))->width;
        self::assertEqualsWithDelta($plain + 6 * 0.5, $spaced, 1e-9);
    }

    #[DataProvider('scripts')]
    public function testNamesComeOutInAFontThatHasThem(string $name, string $family, bool $rightToLeft): void
    {
        $line = Make::shaper()->line(Make::words($name, Make::style()));
        self::assertSame([], $line->missing);
        self::assertContains($family, array_map(static fn (TextSpan $run): string => $run->face->family, $line->runs));
        self::assertSame($rightToLeft, $line->rightToLeft);
        self::assertGreaterThan(0, $line->width);
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function scripts(): iterable
    {
        yield 'Latin with accents' => ['Ðorđe Šćžý Ñandú Ệ', 'Lora', false];
        yield 'Greek' => ['Χρυσούλα Λημναίου', 'Noto Serif', false];
        yield 'Cyrillic the font has' => ['Влада Берёзова', 'Lora', false];
        yield 'Arabic' => ['سلمى البحري', 'Noto Naskh Arabic', true];
        yield 'Hebrew' => ['שרה לוי', 'Noto Serif Hebrew', true];
        yield 'Devanagari' => ['अनन्या शर्मा', 'Noto Serif Devanagari', false];
        yield 'emoji' => ['👩‍🔧', 'Noto Emoji', false];
    }

    public function testOneWordNeverChangesItsFontHalfway(): void
    {
        // Lora has a µ, but no other Greek letter.
        self::assertCount(1, Make::shaper()->line(Make::words('Λημναίου', Make::style()))->runs);
    }

    public function testGlyphsThatNoFontHasAreTold(): void
    {
        self::assertSame(['山', '田'], Make::shaper()->line(Make::words('Jo 山田', Make::style()))->missing);
    }

    public function testRunsOfAMixedLineStandInReadingOrderOfTheEye(): void
    {
        $line = Make::shaper()->line(Make::words('سلمى Smith', Make::style()));
        self::assertTrue($line->rightToLeft);
        self::assertSame('Smith', $line->runs[0]->text, 'the Latin word, read second, stands at the left');
        self::assertTrue($line->runs[\count($line->runs) - 1]->rightToLeft);
    }

    public function testVisualOrderTurnsNestedLevelsRound(): void
    {
        self::assertSame(['d', 'b', 'c', 'a'], Bidi::visualOrder(['a', 'b', 'c', 'd'], [1, 2, 2, 1]));
        self::assertSame(['a', 'c', 'b', 'd'], Bidi::visualOrder(['a', 'b', 'c', 'd'], [0, 1, 1, 0]));
    }

    public function testGraphemesStayWhole(): void
    {
        self::assertSame(['👩‍🔧', "e\u{301}", 'नि'], Shaper::graphemes("👩‍🔧e\u{301}नि"));
    }

    public function testAnUnknownFamilyIsStoodInFor(): void
    {
        self::assertSame(
            'Noto Sans',
            Make::shaper()->line(Make::words('Ottilie', Make::style(family: 'Nowhere Grotesk')))->runs[0]->face->family,
        );
    }

    private function width(string $text): float
    {
        return Make::shaper()->line(Make::words($text, Make::style()))->width;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Rendering\Timeline\Reading;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ReadingTest extends TestCase
{
    #[DataProvider('words')]
    public function testWordsTakeAsLongAsTheirSignsDo(string $words, float $seconds): void
    {
        self::assertEqualsWithDelta($seconds, Reading::seconds($words), 0.01);
    }

    /** @return iterable<string, array{string, float}> */
    public static function words(): iterable
    {
        yield 'nothing' => ['  ', 0.0];
        yield 'an alphabet, spaces counted' => ['Oil the hinge now', 0.4 + 17 / 15];
        yield 'spaces once' => ["Oil \n  the hinge now", 0.4 + 17 / 15];
        yield 'Greek, accents with their letters' => ['Λάδι στον μεντεσέ', 0.4 + 17 / 15];
        yield 'letters put together of several signs' => ["e\u{301}e\u{301}e\u{301}", 0.4 + 3 / 15];
        yield 'Han, a word a sign' => ['修理茶壶', 0.4 + 4 / 6];
        yield 'kana' => ['ランプ', 0.4 + 3 / 9];
        yield 'Hangul' => ['주전자', 0.4 + 3 / 9];
        yield 'Thai, which has no spaces' => ['กา', 0.4 + 2 / 12];
        yield 'figures are read out' => ['1947', 0.4 + 4 / 6];
        yield 'each part of a mixture in its own time' => ['No. 12 修', 0.4 + 5 / 15 + 2 / 6 + 1 / 6];
    }

    public function testASpeedThatIsSaidHoldsForAllScripts(): void
    {
        self::assertEqualsWithDelta(0.4 + 4 / 10, Reading::seconds('修理茶壶', 10), 0.001);
        self::assertSame(0.0, Reading::seconds('', 10));
    }
}

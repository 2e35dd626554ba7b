<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Text;

use Morphea\Core\Rendering\Text\FittedLine;
use Morphea\Core\Rendering\Text\LineBreaker;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each line takes as much as fits, by what the whole line really measures. */
final class LineBreakerTest extends TestCase
{
    #[DataProvider('texts')]
    public function testLinesAreThoseThatTryingEveryPlaceGives(string $text): void
    {
        $breaker = new LineBreaker(Make::shaper());
        foreach ([0.1, 1.0, 3.3, 7.0, 12.5, 40.0, 1000.0] as $measure) {
            $lines = array_map(
                static fn (FittedLine $line): string => $line->shaped->text,
                $breaker->break(Make::words($text)->paragraphs(), $measure, 'en_GB'),
            );
            self::assertSame(self::byTrying($text, $measure), $lines, "at $measure em");
        }
    }

    /** @return iterable<string, array{string}> */
    public static function texts(): iterable
    {
        yield 'a sentence' => ['Awarded to AVA Tóth-Vályi  for seven hours at the bench, bringing 41 radios back to use'];
        yield 'kerned and joined' => ['AV AV WA To. ffi ffl office AVAVAV T. T. T.'];
        yield 'one word' => ['Maximiliana-Theodora'];
        yield 'lines of its own' => ["One\n\nTwo three four\n five "];
        yield 'nothing' => [''];
        yield 'right to left' => ['محمد علي بن أحمد الحسيني الكبير'];
        yield 'emoji' => [str_repeat('👩‍🔧🔧', 20)];
        yield 'dashes' => [str_repeat('a-bc-', 60)];
    }

    public function testTheLastLineOfEachParagraphIsKnown(): void
    {
        $lines = (new LineBreaker(Make::shaper()))->break(Make::words("one two three\nfour")->paragraphs(), 3.0, 'en_GB');
        self::assertSame([false, false, true, true], array_map(static fn (FittedLine $line): bool => $line->ends, $lines));
        self::assertSame([true, false, false, true], array_map(static fn (FittedLine $line): bool => $line->begins, $lines));
    }

    /** @return list<string> */
    private static function byTrying(string $text, float $measure): array
    {
        $lines = [];
        foreach (explode("\n", $text) as $paragraph) {
            $iterator = \IntlBreakIterator::createLineInstance('en_GB');
            self::assertNotNull($iterator);
            $iterator->setText($paragraph);
            $line = '';
            foreach ($iterator->getPartsIterator() as $part) {
                if ('' !== $line && Make::shaper()->line(Make::words(rtrim($line . $part, ' ')))->width > $measure) {
                    $lines[] = rtrim($line, ' ');
                    $line = '';
                }
                $line .= $part;
            }
            $lines[] = rtrim($line, ' ');
        }

        return $lines;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Layout\WidestRow;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** The row that is the hardest for a text, as it measures and not as it counts letters. */
final class WidestRowTest extends TestCase
{
    public function testTheRowThatComesOutSmallestIsFoundByMeasure(): void
    {
        $widest = self::of(FitRule::shrink(10), ['Ada', str_repeat('i', 30), 'Wwwwwwwwwwwwwwwwwwwwwww', 'Bo']);
        self::assertSame([3, 1, false, 0], [$widest->row, $widest->lines, $widest->overset, $widest->notFitting]);
        self::assertLessThan(100, $widest->size);
    }

    public function testOneThatDoesNotFitIsWorseThanOneThatIsSmall(): void
    {
        $names = ['Ada', 'Featherstonehaugh', str_repeat('Featherstonehaugh ', 4), str_repeat('Maximiliana ', 9)];
        $widest = self::of(FitRule::shrink(60), $names);
        self::assertSame([true, 2], [$widest->overset, $widest->notFitting]);
        self::assertContains($widest->row, [3, 4]);
    }

    public function testOfRowsOfOneSizeTheOneWithTheMostLinesCounts(): void
    {
        $widest = self::of(FitRule::wrap(4), ['Ada', 'one two three four five six seven eight', 'Bo']);
        self::assertSame([2, 100.0, false], [$widest->row, $widest->size, $widest->overset]);
        self::assertGreaterThan(1, $widest->lines);
    }

    public function testEmptyRowsAreNotMeasuredAndNoRowsHaveNone(): void
    {
        self::assertSame(2, self::of(FitRule::keep(), ['', 'Ada', ''])->row);
        $none = self::of(FitRule::keep(), ['', '']);
        self::assertSame([null, 0.0, 0, false, 0], [$none->row, $none->size, $none->lines, $none->overset, $none->notFitting]);
        self::assertNull(self::of(FitRule::keep(), [])->row);
    }

    /** @param list<string> $names */
    private static function of(FitRule $fit, array $names): WidestRow
    {
        $rows = array_map(
            static fn (string $name, int $i): Record => new Record($i + 1, ['name' => $name]),
            $names,
            array_keys($names),
        );

        $text = Make::text('{name}', $fit, frame: new Frame(0, 0, 900, 400));

        return WidestRow::of($text, $rows, new TextLayouter(Make::shaper()), 'en_GB');
    }
}

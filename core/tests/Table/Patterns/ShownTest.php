<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Patterns;

use Morphea\Core\Table\Patterns\Argument;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Ways to show a column that are picked from a list: each writes a pattern, and is found again in it. */
final class ShownTest extends TestCase
{
    public function testWhatIsPickedIsFoundAgain(): void
    {
        foreach (DisplayStyle::cases() as $shown) {
            $again = DisplayStyle::of(self::argument($shown->source('hours', '# hour', "# hours {of} 'work'")));
            self::assertSame(DisplayStyle::Own === $shown ? DisplayStyle::AsWritten : $shown, $again);
        }
    }

    #[TestWith([DisplayStyle::AsWritten, '1200', '1200'])]
    #[TestWith([DisplayStyle::Number, '1200', '1,200'])]
    #[TestWith([DisplayStyle::DateShort, '2026-03-04', '04/03/2026'])]
    #[TestWith([DisplayStyle::DateMedium, '2026-03-04', '4 Mar 2026'])]
    #[TestWith([DisplayStyle::DateLong, '2026-03-04', '4 March 2026'])]
    public function testItsLabelShowsWhatComesOut(DisplayStyle $shown, string $cell, string $words): void
    {
        self::assertSame($words, self::filled($shown->source('hours'), $cell));
        $label = English::say($shown->label('en_GB'));
        self::assertStringContainsString(DisplayStyle::AsWritten === $shown ? 'as in the table' : $words, $label);
    }

    #[TestWith(['1', "1 hour {o'clock}"])]
    #[TestWith(['2', '2 hours #1'])]
    public function testWordsForOneAndForManyAreTakenAsTheyStand(string $cell, string $words): void
    {
        $source = DisplayStyle::Counted->source('hours', "# hour {o'clock}", '# hours #1');
        self::assertSame(str_replace('#1', "{$cell}1", $words), self::filled($source, $cell));
        self::assertSame($cell, self::filled(DisplayStyle::Counted->source('hours', ' ', ''), $cell), 'without words the number alone');
    }

    #[TestWith(['{hours, number, ::.00}'])]
    #[TestWith(['{hours, date, full}'])]
    #[TestWith(['{hours, plural, =0 {none} other {#}}'])]
    #[TestWith(['{hours, plural, one {{name}} other {#}}'])]
    #[TestWith(['{hours, select, x {y} other {z}}'])]
    public function testAnythingElseIsAPatternOfItsOwn(string $source): void
    {
        self::assertSame(DisplayStyle::Own, DisplayStyle::of(self::argument($source)));
        self::assertSame('pattern', English::say(DisplayStyle::Own->brief()));
    }

    public function testAllOfThemAreOfferedInWords(): void
    {
        $choices = DisplayStyle::choices('de');
        self::assertSame(
            array_map(static fn (DisplayStyle $one): string => $one->value, DisplayStyle::cases()),
            array_column($choices, 'value'),
        );
        $labels = English::all(array_column($choices, 'label'));
        self::assertContains('date: 4. März 2026', $labels, 'examples are in the language of the design');
        self::assertSame($labels, array_unique($labels));
    }

    private static function argument(string $source): Argument
    {
        $parts = array_filter(Pattern::parse($source)->parts, static fn ($part): bool => $part instanceof Argument);

        return reset($parts) ?: self::fail("$source has no column");
    }

    private static function filled(string $source, string $cell): string
    {
        $filled = (new PatternFiller('en_GB'))->fill(Pattern::parse($source), ['hours' => $cell]);
        self::assertSame([], $filled->problems);

        return $filled->text;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\FileNames;

use Morphea\Core\Output\FileNames\FileNames;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Naming\SafeName;
use Morphea\Core\Table\Patterns\Pattern;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class FileNamesTest extends TestCase
{
    #[TestWith(['Søren Ashgrove', 'Søren Ashgrove'])]
    #[TestWith(['Влада Берёзова', 'Влада Берёзова'])]
    #[TestWith(['../../etc/passwd', 'etc passwd'])]
    #[TestWith(["a\\b:c*d?\"e<f>g|h\n\x00i", 'a b c d e f g h i'])]
    #[TestWith([' . hidden. ', 'hidden'])]
    #[TestWith(['CON', '_CON'])]
    #[TestWith(['lpt1.txt', '_lpt1.txt'])]
    #[TestWith(["right\u{202E}gnp", 'right gnp'])]
    #[TestWith(['///', ''])]
    #[TestWith(['-rf -x', 'rf -x'])]
    #[TestWith(['..-.profile', 'profile'])]
    #[TestWith(["\u{0646}\u{0627}\u{0645}\u{200C}\u{0647}", "\u{0646}\u{0627}\u{0645}\u{200C}\u{0647}"])]
    #[TestWith(["\u{0915}\u{094D}\u{200D}\u{0937}", "\u{0915}\u{094D}\u{200D}\u{0937}"])]
    #[TestWith(['👩‍🔧 Ng', '👩‍🔧 Ng'])]
    public function testNamesAreSafeOnEverySystem(string $text, string $name): void
    {
        self::assertSame($name, SafeName::of($text));
    }

    public function testLongNamesAreCutBetweenLetters(): void
    {
        $name = SafeName::of(str_repeat('👩‍🔧', 40));
        self::assertLessThanOrEqual(120, \strlen($name));
        self::assertStringEndsWith('👩‍🔧', $name);
    }

    public function testNamesAreUniqueWhateverTheirCase(): void
    {
        self::assertSame(['Jo', 'jo-2', 'JO-3', 'jo-2-2', 'row-005'], $this->names('Jo', 'jo', 'JO', 'jo-2', ''));
    }

    public function testOfThousandsOfEqualNamesEachIsToldApartAtOnce(): void
    {
        $names = $this->names(...array_fill(0, 8_000, 'Jo'));
        self::assertSame(['Jo', 'Jo-2', 'Jo-8000'], [$names[0], $names[1], $names[7_999]]);
        self::assertCount(8_000, array_unique($names));
    }

    public function testFoldersAreMadeByThePatternAndNotByCells(): void
    {
        $names = new FileNames(new Naming(Pattern::parse('{craft}/{_row}-{name}')), 'en_GB', 20);
        self::assertSame('clocks/003-A B', $names->next(new Record(3, ['craft' => 'clocks', 'name' => 'A/B'])));
        self::assertSame('etc passwd/004-x', $names->next(new Record(4, ['craft' => '../etc/passwd', 'name' => 'x'])));
        self::assertSame('005-y', $names->next(new Record(5, ['craft' => '', 'name' => 'y'])), 'a folder of no name is none');
    }

    public function testNumbersHaveAsManyDigitsAsTheLastRowAndDaysAndPagesAreSaid(): void
    {
        $naming = new Naming(Pattern::parse('{_day} {name} {_side} {_row}'), day: '2026-11-26');
        $name = (new FileNames($naming, 'en_GB', 12_000))->next(new Record(7, ['name' => 'Ng']));
        self::assertSame('2026-11-26 Ng front 00007.png', FileNames::file($name, 'front', true, 'png'));
        self::assertSame('2026-11-26 Ng 00007.pdf', FileNames::file($name, null, false, 'pdf'), 'of all sides there is none to say');
        self::assertSame('Ng-back.png', FileNames::file('Ng', 'back', true, 'png'));
        self::assertSame('Ng.png', FileNames::file('Ng', 'front', false, 'png'));
    }

    public function testNamesCanBeInPlainLettersAndShort(): void
    {
        $naming = new Naming(Pattern::parse('{name}'), true, 12);
        $names = new FileNames($naming, 'en_GB');
        $next = static fn (int $row, string $name): string => $names->next(new Record($row, ['name' => $name]));
        self::assertSame(
            ['Olof Hafstei', 'Chrysoula', 'Vlada Berezo'],
            [$next(1, 'Ólöf Hafstein'), $next(2, 'Χρυσούλα'), $next(3, 'Влада Берёзова')],
        );
        self::assertSame('Olof Hafstei-2', $next(4, 'Ólöf Hafsteinsdóttir'), 'told apart when they are equal once cut');
    }

    public function testClashesAreKnown(): void
    {
        $names = new FileNames(new Naming(Pattern::parse('{name}')), 'en_GB');
        foreach (['Jo', 'Bo', 'Jo'] as $i => $name) {
            $names->next(new Record($i + 1, ['name' => $name]));
        }
        self::assertSame([3 => 'Jo-2'], $names->clashes());
    }

    /** @return list<string> */
    private function names(string ...$cells): array
    {
        $names = new FileNames(new Naming(Pattern::parse('{name}')), 'en_GB');

        return array_map(
            static fn (int $i, string $cell): string => $names->next(new Record($i + 1, ['name' => $cell])),
            array_keys(array_values($cells)),
            array_values($cells),
        );
    }
}

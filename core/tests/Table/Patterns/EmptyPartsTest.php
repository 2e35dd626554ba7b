<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Patterns;

use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class EmptyPartsTest extends TestCase
{
    private const PATTERN = "{name}\n{street}, {town} – {land}\ntel. {phone}";

    /** @param array<string, string> $cells */
    #[
        TestWith([
            ['name' => 'Ng', 'street' => 'Quay 3', 'town' => 'Tidewick', 'land' => 'Coast', 'phone' => '77'],
            "Ng\nQuay 3, Tidewick – Coast\ntel. 77",
            'nothing empty',
        ]),
    ]
    #[
        TestWith([
            ['name' => 'Ng', 'street' => 'Quay 3', 'town' => '', 'land' => 'Coast', 'phone' => '77'],
            "Ng\nQuay 3 – Coast\ntel. 77",
            'the comma goes with the town',
        ]),
    ]
    #[
        TestWith([
            ['name' => 'Ng', 'street' => '', 'town' => 'Tidewick', 'land' => '', 'phone' => '77'],
            "Ng\nTidewick\ntel. 77",
            'first and last',
        ]),
    ]
    #[
        TestWith([
            ['name' => 'Ng', 'street' => ' ', 'town' => '', 'land' => 'Coast', 'phone' => ''],
            "Ng\nCoast",
            'a line of only empty columns goes with its words',
        ]),
    ]
    #[
        TestWith([
            ['name' => 'Ng', 'street' => '', 'town' => '', 'land' => '', 'phone' => '77'],
            "Ng\ntel. 77",
            'a whole line in the middle',
        ]),
    ]
    #[TestWith([['name' => '', 'street' => '', 'town' => '', 'land' => '', 'phone' => '77'], 'tel. 77', 'all lines but one'])]
    public function testEmptyColumnsCloseTheirGaps(array $cells, string $text, string $why): void
    {
        self::assertSame($text, (new PatternFiller('en_GB'))->fill(Pattern::parse(self::PATTERN), $cells)->text, $why);
    }

    #[TestWith(['mended by {a} and {b}', 'A', '', 'mended by A and'])]
    #[TestWith(['{a}{b}', '', 'B', 'B'])]
    #[TestWith(['for {a} at the bench of {b}', '', 'B', 'for at the bench of B'])]
    #[TestWith(["fixed words\n{a}\n{b}", '', 'B', "fixed words\nB"])]
    #[TestWith(["{a}\n\n{b}", '', 'B', "\nB"])]
    #[TestWith(['{a}', "two\n\nlines", '', "two\n\nlines"])]
    public function testWordsThatAreNoSeparatorsStay(string $pattern, string $a, string $b, string $text): void
    {
        self::assertSame($text, (new PatternFiller('en_GB'))->fill(Pattern::parse($pattern), ['a' => $a, 'b' => $b])->text);
    }
}

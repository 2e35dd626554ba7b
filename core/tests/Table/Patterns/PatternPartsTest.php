<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Patterns;

use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PatternPartsTest extends TestCase
{
    #[TestWith(['plain words'])]
    #[TestWith(["the guild''s '{'braces'}'"])]
    #[TestWith(['{full_name}, {hours, number}'])]
    #[TestWith(['for {hours, plural, one {# hour} other {# hours}} at the bench'])]
    #[TestWith(['on {issued, date, long} or {issued, date, short}'])]
    #[TestWith(['{craft, select, kettles {boils} other {works}} {hours, spellout} {n, plural, =0 {none} other {#}}'])]
    public function testAPatternTakenApartAndPutTogetherIsTheSame(string $source): void
    {
        self::assertSame($source, PatternParts::source(PatternParts::of(Pattern::parse($source))));
    }

    public function testPartsSayHowAColumnIsShown(): void
    {
        $parts = PatternParts::of(
            Pattern::parse('{hours, plural, one {# hour} other {# hours}} {x, selectordinal, other {#th}}'),
        );
        self::assertSame(
            [
                'column' => 'hours',
                'shown' => 'counted',
                'one' => '# hour',
                'other' => '# hours',
                'source' => '{hours, plural, one {# hour} other {# hours}}',
            ],
            $parts[0],
        );
        self::assertSame('own', $parts[2]['shown'] ?? null);
    }

    public function testWordsTypedIntoAPluralCannotBreakThePattern(): void
    {
        $source = PatternParts::source([['column' => 'n', 'shown' => 'counted', 'one' => "it's {one}", 'other' => '']]);
        self::assertSame(['n'], Pattern::parse($source)->columns());
    }

    #[TestWith(['no list'])]
    #[TestWith([[['nothing' => 'known']]])]
    #[TestWith([['x' => 1]])]
    public function testWhatIsNoListOfPartsIsRefused(mixed $parts): void
    {
        $this->expectException(PatternException::class);
        PatternParts::source($parts);
    }
}

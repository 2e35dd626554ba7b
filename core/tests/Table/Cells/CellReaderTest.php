<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Cells;

use Morphea\Core\Table\Cells\CellReader;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class CellReaderTest extends TestCase
{
    #[TestWith(['41', 41])]
    #[TestWith([' 007 ', 7])]
    #[TestWith(['1,200', 1200])]
    #[TestWith(['1,200.5', 1200.5])]
    #[TestWith(['1.200,5', 1200.5])]
    #[TestWith(['1 200', 1200])]
    #[TestWith(['2,5', 2.5])]
    #[TestWith(['0,125', 0.125])]
    #[TestWith(['−3', -3])]
    #[TestWith(['.5', 0.5])]
    #[TestWith(['41 h', null])]
    #[TestWith(['1.2.3,4,5', null])]
    #[TestWith(['1.200.300', 1200300])]
    #[TestWith(['12,00,000.5', 1200000.5])]
    #[TestWith(['4.3.2026', null, 'a date'])]
    #[TestWith(['1.2.3', null, 'a paragraph'])]
    #[TestWith(['', null])]
    #[TestWith(['1e5', null])]
    public function testNumbersAsPeopleWriteThem(string $cell, int|float|null $number, string $because = ''): void
    {
        self::assertSame($number, (new CellReader('en_GB'))->number($cell), $because);
    }

    #[TestWith(['2026-03-04', '2026-03-04'])]
    #[TestWith(['2026-03-04 00:00:00', '2026-03-04'])]
    #[TestWith(['4/3/2026', '2026-03-04'])]
    #[TestWith(['04.03.2026', '2026-03-04'])]
    #[TestWith(['4 March 2026', '2026-03-04'])]
    #[TestWith(['Mar 4, 2026', '2026-03-04'])]
    #[TestWith(['March 4th, 2026', '2026-03-04'])]
    #[TestWith(['4th of March 2026', '2026-03-04'])]
    #[TestWith(['4/3/26', '2026-03-04'])]
    #[TestWith(['4.3.99', '1999-03-04'])]
    #[TestWith(['04-03-26', null])]
    #[TestWith(['31/02/2026', null])]
    #[TestWith(['4 Marchy 2026', null])]
    #[TestWith(['soon', null])]
    public function testDatesAsPeopleWriteThem(string $cell, ?string $date): void
    {
        self::assertSame($date, (new CellReader('en_GB'))->date($cell)?->format('Y-m-d'));
    }

    #[TestWith(['de', '4. März 2026'])]
    #[TestWith(['de', '4. Mrz. 2026', null])]
    #[TestWith(['fr', '4 mars 2026'])]
    #[TestWith(['fr', '1er août 2026', '2026-08-01'])]
    #[TestWith(['es', '4 de marzo de 2026'])]
    #[TestWith(['pl', '4 marca 2026'])]
    #[TestWith(['is', '4. mars 2026'])]
    #[TestWith(['ru', '4 марта 2026'])]
    #[TestWith(['de', '4 March 2026', '2026-03-04', 'English is read everywhere'])]
    #[TestWith(['en_GB', '4 marzo 2026', null, 'other languages only in their own locale'])]
    public function testMonthsAreReadInTheLanguageOfTheDesign(
        string $locale,
        string $cell,
        ?string $date = '2026-03-04',
        string $because = '',
    ): void {
        self::assertSame($date, (new CellReader($locale))->date($cell)?->format('Y-m-d'), $because);
    }

    public function testTheMonthComesFirstInAmericanLocales(): void
    {
        self::assertSame('2026-04-03', (new CellReader('en_US'))->date('4/3/2026')?->format('Y-m-d'));
    }
}

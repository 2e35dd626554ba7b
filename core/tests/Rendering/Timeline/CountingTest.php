<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Rendering\Timeline\Countdown;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class CountingTest extends TestCase
{
    #[TestWith(['48 repairs', 0.5, '24 repairs'])]
    #[TestWith(['48 repairs', 0.1, '_4 repairs'])]
    #[TestWith(['48 repairs', 0.0, '_0 repairs'])]
    #[TestWith(['1,250', 0.5, '__625'])]
    #[TestWith(['1,250', 1.0, '1,250'])]
    #[TestWith(['12.50 kg', 0.01, '_0.12 kg'])]
    #[TestWith(['from 3 to 90', 0.5, 'from 1 to 45'])]
    #[TestWith(['no number', 0.3, 'no number'])]
    #[TestWith(['1234567890123456', 0.5, '1234567890123456'])]
    public function testNumbersRunUpAndKeepTheirPlaces(string $words, float $share, string $expected): void
    {
        $counted = Countdown::at($words, $share);
        self::assertSame($expected, strtr($counted, ["\u{2007}" => '_', "\u{2008}" => '_']));
        self::assertSame(mb_strlen($words), mb_strlen($counted), 'no letter moves');
    }
}

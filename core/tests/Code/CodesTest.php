<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Code;

use Morphea\Core\Code\Code128;
use Morphea\Core\Code\CodeError;
use Morphea\Core\Code\Ean13;
use Morphea\Core\Code\Encoder;
use Morphea\Core\Code\Qr;
use Morphea\Core\Code\ReedSolomon;
use Morphea\Core\Template\CodeKind;
use Morphea\Core\Template\Correction;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** That readers read them is tested with an independent one, on exported pieces (tests/Functional/CodesTest). */
final class CodesTest extends TestCase
{
    public function testCorrectionWordsAreThoseOfTheStandardsExample(): void
    {
        // ISO/IEC 18004, annex I: 01234567 as version 1-M.
        $data = [0x10, 0x20, 0x0c, 0x56, 0x61, 0x80, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11];
        self::assertSame(
            [0xa5, 0x24, 0xd4, 0xc1, 0xed, 0x36, 0xc7, 0x87, 0x2c, 0x55],
            ReedSolomon::remainder($data, ReedSolomon::generator(10)),
        );
    }

    #[TestWith(['01234567', Correction::Medium, 21])]
    #[TestWith(['01234567890123456789012345678901234567890', Correction::Low, 21])]
    #[TestWith(['012345678901234567890123456789012345678901', Correction::Low, 25])]
    #[TestWith(['HTTPS://TIDEWICK.EXAMPLE/', Correction::Low, 21])]
    #[TestWith(['https://tidewick.example/', Correction::Low, 25])]
    #[TestWith(['https://tidewick.example/', Correction::High, 33])]
    public function testAQrCodeIsAsSmallAsItsWordsAllow(string $words, Correction $correction, int $size): void
    {
        $symbol = Qr::encode($words, $correction);
        self::assertSame($size, $symbol->width());
        self::assertCount($size, $symbol->rows);
        self::assertSame(4, $symbol->quietBefore);
    }

    public function testTheCornersOfAQrCodeAreItsFinders(): void
    {
        $rows = Qr::encode('Tidewick', Correction::Quartile)->rows;
        self::assertSame(
            ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'],
            array_map(static fn (string $row): string => substr($row, 0, 7), \array_slice($rows, 0, 7)),
        );
        self::assertSame('0000000', substr($rows[7], 0, 7), 'parted from the rest by light modules');
        self::assertStringStartsWith('1010', substr($rows[6], 8), 'then the timing pattern');
    }

    public function testWordsTooLongForAQrCodeAreRefused(): void
    {
        $this->expectException(CodeError::class);
        $this->expectExceptionMessage('too long for a QR code at this correction; it holds up to 1,273');
        Qr::encode(str_repeat('ä', 700), Correction::High);
    }

    public function testCode128SwitchesToDigitPairsWhereThatIsShorter(): void
    {
        $modules = static fn (int $symbols): int => 11 * $symbols + 13;
        self::assertSame($modules(6 + 2), Code128::encode('TIDES1')->width(), 'start, six letters, check');
        self::assertSame($modules(4 + 2), Code128::encode('00001234')->width(), 'start in pairs, four pairs, check');
        self::assertSame($modules(2 + 1 + 3 + 2), Code128::encode('TW000123')->width(), 'two letters, a switch, three pairs');
    }

    #[TestWith([''])]
    #[TestWith(['Žofia'])]
    public function testCode128TakesPlainLettersOnly(string $words): void
    {
        $this->expectException(CodeError::class);
        Code128::encode($words);
    }

    public function testAnEanGetsItsCheckDigitAndIsWrittenInGroups(): void
    {
        $symbol = Ean13::encode('400638133393');
        self::assertSame(95, $symbol->width());
        self::assertSame('4 006381 333931', $symbol->words);
        self::assertSame($symbol->rows, Ean13::encode('4006381-333931')->rows);
        self::assertSame('101', substr($symbol->rows[0], 0, 3));
        self::assertSame('01010', substr($symbol->rows[0], 45, 5));
    }

    #[TestWith(['4006381333930', 'check digit 0; it should be 1'])]
    #[TestWith(['12345', 'takes 12 digits'])]
    #[TestWith(['40063813339A', 'takes 12 digits'])]
    public function testWhatIsNoEanIsRefused(string $words, string $why): void
    {
        $this->expectException(CodeError::class);
        $this->expectExceptionMessage($why);
        Ean13::encode($words);
    }

    public function testTheLeastModuleIsInMillimetresOnPaperAndInDotsOnScreens(): void
    {
        self::assertEqualsWithDelta((0.33 / 25.4) * 300, Encoder::leastModule(CodeKind::Qr, 300), 1e-9);
        self::assertSame(2.0, Encoder::leastModule(CodeKind::Qr, 96));
    }
}

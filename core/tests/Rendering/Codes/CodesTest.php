<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Codes;

use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Correction;
use Morphea\Core\Rendering\Codes\CodeEncoder;
use Morphea\Core\Rendering\Codes\CodeException;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** That readers read them is tested with an independent one, on exported pieces (tests/Functional/CodesTest). */
final class CodesTest extends TestCase
{
    #[TestWith(['01234567', Correction::Medium, 21])]
    #[TestWith(['01234567890123456789012345678901234567890', Correction::Low, 21])]
    #[TestWith(['012345678901234567890123456789012345678901', Correction::Low, 25])]
    #[TestWith(['HTTPS://TIDEWICK.EXAMPLE/', Correction::Low, 21])]
    #[TestWith(['https://tidewick.example/', Correction::Low, 25])]
    #[TestWith(['https://tidewick.example/', Correction::High, 33])]
    public function testAQrCodeIsAsSmallAsItsWordsAllow(string $words, Correction $correction, int $size): void
    {
        $symbol = CodeEncoder::encode(CodeKind::Qr, $words, $correction);
        self::assertSame($size, $symbol->width());
        self::assertCount($size, $symbol->rows);
        self::assertSame(4, $symbol->quietBefore);
    }

    public function testTheCornersOfAQrCodeAreItsFinders(): void
    {
        $rows = CodeEncoder::encode(CodeKind::Qr, 'Tidewick', Correction::Quartile)->rows;
        self::assertSame(
            ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'],
            array_map(static fn (string $row): string => substr($row, 0, 7), \array_slice($rows, 0, 7)),
        );
        self::assertSame('0000000', substr($rows[7], 0, 7), 'parted from the rest by light modules');
        self::assertStringStartsWith('1010', substr($rows[6], 8), 'then the timing pattern');
    }

    public function testWordsTooLongForAQrCodeAreRefused(): void
    {
        English::refuses(
            'is not valid for QR code, which takes up to 2,953 characters (input too long',
            static fn (): mixed => CodeEncoder::encode(CodeKind::Qr, str_repeat('ä', 700), Correction::High),
        );
    }

    public function testCode128SwitchesToDigitPairsWhereThatIsShorter(): void
    {
        $modules = static fn (int $symbols): int => 11 * $symbols + 13;
        self::assertSame($modules(6 + 2), CodeEncoder::encode(CodeKind::Code128, 'TIDES1')->width(), 'start, six letters, check');
        self::assertSame(
            $modules(4 + 2),
            CodeEncoder::encode(CodeKind::Code128, '00001234')->width(),
            'start in pairs, four pairs, check',
        );
        self::assertSame(
            $modules(2 + 1 + 3 + 2),
            CodeEncoder::encode(CodeKind::Code128, 'TW000123')->width(),
            'two letters, a switch, three pairs',
        );
    }

    #[TestWith([''])]
    #[TestWith(['Žofia'])]
    public function testCode128TakesPlainLettersOnly(string $words): void
    {
        $this->expectException(CodeException::class);
        CodeEncoder::encode(CodeKind::Code128, $words);
    }

    public function testAnEanGetsItsCheckDigitAndIsWrittenInGroups(): void
    {
        $symbol = CodeEncoder::encode(CodeKind::Ean13, '400638133393');
        self::assertSame(95, $symbol->width());
        self::assertSame('4 006381 333931', $symbol->words);
        self::assertSame($symbol->rows, CodeEncoder::encode(CodeKind::Ean13, '4006381-333931')->rows);
        self::assertSame('101', substr($symbol->rows[0], 0, 3));
        self::assertSame('01010', substr($symbol->rows[0], 45, 5));
    }

    #[TestWith(['4006381333930', 'check digit 0; it should be 1'])]
    #[TestWith(['12345', 'takes 12 digits'])]
    #[TestWith(['40063813339A', 'takes 12 digits'])]
    public function testWhatIsNoEanIsRefused(string $words, string $why): void
    {
        English::refuses($why, static fn (): mixed => CodeEncoder::encode(CodeKind::Ean13, $words));
    }

    #[TestWith([CodeKind::Ean8, '9638507', '9638 5074'])]
    #[TestWith([CodeKind::UpcA, '03600029145', '0 36000 29145 2'])]
    #[TestWith([CodeKind::Itf14, '1540014128876', '1 54 00141 28876 3'])]
    #[TestWith([CodeKind::Code39, 'TW-7', 'TW-7'])]
    #[TestWith([CodeKind::Gs1128, '(01)09521234543213(10)TW7', '(01)09521234543213(10)TW7'])]
    public function testBarcodesSayUnderTheirBarsWhatTheyHold(CodeKind $kind, string $words, string $under): void
    {
        $symbol = CodeEncoder::encode($kind, $words);
        self::assertTrue($symbol->isBars());
        self::assertSame($under, $symbol->words);
    }

    #[TestWith([CodeKind::Itf14, '15400141288764', 'check digit 4; it should be 3'])]
    #[TestWith([CodeKind::UpcA, '4006381333931', 'takes 11 digits, or 12 with the check digit'])]
    #[TestWith([CodeKind::Code39, 'Žofia', 'capital letters'])]
    #[TestWith([CodeKind::Gs1128, 'TW7', 'application identifiers in round brackets'])]
    #[TestWith([CodeKind::Gs1128, '(01)0952', 'GS1-128'])]
    #[TestWith([CodeKind::DataMatrix, '', 'takes up to'])]
    public function testWhatAKindCannotHoldIsRefusedWithWhatItTakes(CodeKind $kind, string $words, string $why): void
    {
        English::refuses($why, static fn (): mixed => CodeEncoder::encode($kind, $words));
    }

    public function testRowsOfPdf417AreThreeModulesHigh(): void
    {
        $symbol = CodeEncoder::encode(CodeKind::Pdf417, 'Tidewick');
        self::assertSame(3 * \count($symbol->rows), $symbol->height());
        self::assertFalse($symbol->isBars());
    }

    public function testTheLeastModuleIsInMillimetresOnPaperAndInDotsOnScreens(): void
    {
        self::assertEqualsWithDelta((0.33 / 25.4) * 300, CodeEncoder::leastModule(CodeKind::Qr, 300), 1e-9);
        self::assertSame(2.0, CodeEncoder::leastModule(CodeKind::Qr, 96));
    }
}

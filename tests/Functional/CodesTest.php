<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\Make;
use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Codes of every kind as made, read back by an independent reader. */
#[Group('alone')]
final class CodesTest extends TestCase
{
    #[TestWith([CodeKind::Qr, 'Tidewick: Берёзова', 'QRCode'])]
    #[TestWith([CodeKind::DataMatrix, 'Tidewick: Берёзова', 'DataMatrix'])]
    #[TestWith([CodeKind::Aztec, 'Tidewick, for Ng', 'Aztec'])]
    #[TestWith([CodeKind::Pdf417, 'Tidewick, for Ng', 'PDF417'])]
    public function testAReaderReadsIt(CodeKind $kind, string $words, string $format): void
    {
        $png = Tools::file(self::made($kind, $words));
        $reader = new Program(['ZXingReader', $png]);
        $reader->run();
        unlink($png);
        self::assertStringContainsString("Format:     $format", $reader->getOutput());
        self::assertMatchesRegularExpression('/^Text:\s+"' . preg_quote($words, '/') . '"$/mu', $reader->getOutput());
    }

    #[TestWith([CodeKind::Code128, 'TIDE-000123', 'CODE-128:TIDE-000123'])]
    #[TestWith([CodeKind::Gs1128, '(01)09521234543213(10)TW7', 'CODE-128:010952123454321310TW7'])]
    #[TestWith([CodeKind::Code39, 'TW-000123', 'CODE-39:TW-000123'])]
    #[TestWith([CodeKind::Ean13, '400638133393', 'EAN-13:4006381333931'])]
    #[TestWith([CodeKind::Ean8, '9638507', 'EAN-8:96385074'])]
    #[TestWith([CodeKind::UpcA, '03600029145', 'UPC-A:036000291452'])]
    #[TestWith([CodeKind::Itf14, '1540014128876', 'I2/5:15400141288763'])]
    public function testAReaderReadsBars(CodeKind $kind, string $words, string $read): void
    {
        self::assertSame([$read], Tools::codes(self::made($kind, $words), strtolower((string) strtok($read, ':')), 'ean13'));
    }

    private static function made(CodeKind $kind, string $words): string
    {
        $pattern = Pattern::parse(Pattern::quote($words));
        $layer = new CodeLayer('code', 'Code', new Frame(100, 50, 1000, 700), 1, false, false, $pattern, $kind);
        $drawing = Make::laid(Make::design($layer), [])->drawing;
        $process = new Program(['rsvg-convert']);
        $process->setInput((new SvgWriter(Make::noPictures(), SvgSize::Pixels))->write($drawing))->mustRun();

        return $process->getOutput();
    }
}

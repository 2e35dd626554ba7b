<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Correction;
use Morphea\Core\Rendering\Drawing\ModulesItem;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class CodeLayerTest extends TestCase
{
    public function testModulesAreWholeDotsAndTheQuietZoneLiesInsideTheFrame(): void
    {
        $modules = $this->modules(self::laid(self::qr(new Frame(10.4, 10.4, 300, 300)), 'TW-1'));
        self::assertSame(10.0, $modules->width, '300 over 21 modules and 8 of quiet, whole');
        self::assertSame(round($modules->x), $modules->x);
        self::assertGreaterThanOrEqual(10.4 + 40, $modules->x);
    }

    public function testABarcodeHasItsWordsUnderIt(): void
    {
        $layer = new CodeLayer(
            'code',
            'Code',
            new Frame(0, 0, 600, 200),
            1,
            false,
            false,
            Pattern::parse('T-{no}'),
            CodeKind::Code128,
        );
        $items = self::laid($layer, '7')->drawing->groups[0]->items;
        $words = array_values(array_filter($items, static fn ($item): bool => $item instanceof TextItem));
        self::assertSame('T-7', $words[0]->text);
        self::assertSame(164.0, $this->modules(self::laid($layer, '7'))->height);
    }

    public function testACodeTooFineOrTooFaintIsFound(): void
    {
        $tiny = self::qr(new Frame(0, 0, 60, 60));
        self::assertSame(
            ['Code: modules are 0.17 mm wide; scanners need 0.33 mm. Make it larger or its content shorter.'],
            self::warnings($tiny, 'TW-1', 300),
        );
        $faint = new CodeLayer(
            'code',
            'Code',
            new Frame(0, 0, 600, 600),
            1,
            false,
            false,
            Pattern::parse('{no}'),
            CodeKind::Qr,
            Correction::Low,
            '#999999',
        );
        self::assertSame(['Code: contrast of 2.8 : 1 is too low for scanners, which need 4 : 1.'], self::warnings($faint, 'TW-1', 300));
        self::assertSame([], self::warnings(self::qr(new Frame(0, 0, 300, 300)), 'TW-1', 300));
    }

    public function testWordsThatMakeNoCodeStopThePieceAndEmptyOnesHide(): void
    {
        $ean = new CodeLayer(
            'code',
            'Code',
            new Frame(0, 0, 600, 200),
            1,
            false,
            false,
            Pattern::parse('{no}'),
            CodeKind::Ean13,
        );
        $warnings = Make::warnings(self::design($ean), ['no' => '12']);
        self::assertTrue($warnings[0]->blocks());
        self::assertSame(
            'Code: “12” is not valid for EAN-13, which takes 12 digits, or 13 with the check digit.',
            English::say($warnings[0]->sentence),
        );
        self::assertSame(['Code: empty, so it is hidden.'], self::warnings($ean, '', 96));
        self::assertSame([], self::laid($ean, '')->drawing->groups[0]->items);
    }

    /** @return list<string> */
    private static function warnings(CodeLayer $layer, string $no, float $dpi): array
    {
        return array_map(
            static fn (Warning $warning): string => English::say($warning->sentence),
            Make::warnings(self::design($layer, $dpi), ['no' => $no]),
        );
    }

    private static function qr(Frame $frame): CodeLayer
    {
        return new CodeLayer('code', 'Code', $frame, 1, false, false, Pattern::parse('{no}'), CodeKind::Qr);
    }

    private static function laid(CodeLayer $layer, string $no, float $dpi = 96): LaidOut
    {
        return Make::laid(self::design($layer, $dpi), ['no' => $no]);
    }

    private static function design(CodeLayer $layer, float $dpi = 96): Design
    {
        return new Design('x', 1200, 800, $dpi, Unit::Pixel, 'en_GB', Make::design($layer)->pages);
    }

    private function modules(LaidOut $laid): ModulesItem
    {
        foreach ($laid->drawing->groups[0]->items as $item) {
            if ($item instanceof ModulesItem) {
                return $item;
            }
        }
        self::fail('There is no code.');
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

use Morphea\Core\Template\CodeKind;
use Morphea\Core\Template\Correction;

/** Words to the symbol of any kind of code. */
final readonly class Encoder
{
    /**
     * Modules smaller than this are not read reliably from print, in mm: GS1 General Specifications for barcodes (80 %
     * of the nominal width for EAN), common practice for QR.
     */
    private const LEAST_MM = ['qr' => 0.33, 'code-128' => 0.25, 'ean-13' => 0.264];
    private const LEAST_ON_SCREEN = 2.0;
    /** Sides finer than this are meant for paper. */
    private const PRINT_DPI = 150;

    /** @throws CodeError */
    public static function encode(CodeKind $kind, string $words, Correction $correction): Symbol
    {
        return match ($kind) {
            CodeKind::Qr => Qr::encode($words, $correction),
            CodeKind::Code128 => Code128::encode($words),
            CodeKind::Ean13 => Ean13::encode($words),
        };
    }

    /** The smallest module that is read reliably, in dots. */
    public static function leastModule(CodeKind $kind, float $dpi): float
    {
        return $dpi >= self::PRINT_DPI ? (self::LEAST_MM[$kind->value] / 25.4) * $dpi : self::LEAST_ON_SCREEN;
    }
}

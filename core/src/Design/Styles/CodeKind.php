<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum CodeKind: string
{
    case Qr = 'qr';
    case DataMatrix = 'data-matrix';
    case Aztec = 'aztec';
    case Pdf417 = 'pdf417';
    case Code128 = 'code-128';
    case Gs1128 = 'gs1-128';
    case Code39 = 'code-39';
    case Ean13 = 'ean-13';
    case Ean8 = 'ean-8';
    case UpcA = 'upc-a';
    case Itf14 = 'itf-14';

    public function label(): string
    {
        return match ($this) {
            self::Qr => 'QR code',
            self::DataMatrix => 'Data Matrix',
            self::Aztec => 'Aztec code',
            self::Pdf417 => 'PDF417',
            self::Code128 => 'Code 128',
            self::Gs1128 => 'GS1-128',
            self::Code39 => 'Code 39',
            self::Ean13 => 'EAN-13',
            self::Ean8 => 'EAN-8',
            self::UpcA => 'UPC-A',
            self::Itf14 => 'ITF-14',
        };
    }

    /** Whether it is square, as opposed to a wide barcode. */
    public function isSquare(): bool
    {
        return \in_array($this, [self::Qr, self::DataMatrix, self::Aztec], true);
    }

    /** Whether it is a single row of bars with its value below. */
    public function isBars(): bool
    {
        return !$this->isSquare() && self::Pdf417 !== $this;
    }

    /** What it can encode, for a value that is not known yet. */
    public function sample(): string
    {
        return match ($this) {
            self::Ean13 => '000000000000',
            self::Ean8 => '0000000',
            self::UpcA => '00000000000',
            self::Itf14 => '0000000000000',
            self::Gs1128 => '(10)TIDEWICK',
            default => 'TIDEWICK',
        };
    }
}

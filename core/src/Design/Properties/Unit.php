<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Units people enter; the core itself counts in dots (1/dpi inch). */
enum Unit: string
{
    case Pixel = 'px';
    case Millimetre = 'mm';
    case Inch = 'in';
    case Point = 'pt';

    public function toDots(float $value, float $dpi): float
    {
        return ($value / $this->perInch($dpi)) * $dpi;
    }

    public function fromDots(float $dots, float $dpi): float
    {
        return ($dots / $dpi) * $this->perInch($dpi);
    }

    private function perInch(float $dpi): float
    {
        return match ($this) {
            self::Pixel => $dpi,
            self::Millimetre => 25.4,
            self::Inch => 1.0,
            self::Point => 72.0,
        };
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/** How much of a QR code may be damaged while it stays readable: about 7, 15, 25 or 30 per cent (ISO/IEC 18004). */
enum Correction: string
{
    case Low = 'L';
    case Medium = 'M';
    case Quartile = 'Q';
    case High = 'H';
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/** Measures as they are said. */
final readonly class SheetText
{
    /** Millimetres to the tenth, where there are any. */
    public static function mm(float $millimetres): string
    {
        return is_finite($millimetres) ? rtrim(rtrim(number_format($millimetres, 1, '.', ''), '0'), '.') : 'no';
    }

    /** Millimetres, both ways. */
    public static function size(float $width, float $height): Message
    {
        return new Message('sheets.size', ['width' => round($width, 1), 'height' => round($height, 1)]);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/** Formats measurements. */
final readonly class SheetText
{
    /** Millimetres to one decimal place, if needed. */
    public static function mm(float $millimetres): string
    {
        return is_finite($millimetres) ? rtrim(rtrim(number_format($millimetres, 1, '.', ''), '0'), '.') : 'no';
    }

    /** Width and height in millimetres. */
    public static function size(float $width, float $height): Message
    {
        return new Message('sheets.size', ['width' => round($width, 1), 'height' => round($height, 1)]);
    }
}

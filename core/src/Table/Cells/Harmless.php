<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

/**
 * Makes cells safe that a spreadsheet would run as formulas, with an apostrophe in front, as the Open Worldwide
 * Application Security Project advises. Numbers stay numbers. Importing such a file gives the original cells.
 */
final readonly class Harmless
{
    public static function cell(string $cell): string
    {
        return 1 === preg_match('/^\'*[=+\-@\t\r]/', $cell) && 1 !== preg_match('/^[+\-]?\d[\d.,  ]*%?$/u', $cell)
            ? "'" . $cell
            : $cell;
    }

    /** The original of a cell that was made safe. */
    public static function back(string $cell): string
    {
        return str_starts_with($cell, "'") && 1 === preg_match('/^\'+[=+\-@\t\r]/', $cell) ? substr($cell, 1) : $cell;
    }
}

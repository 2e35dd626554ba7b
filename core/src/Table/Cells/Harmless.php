<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

/**
 * Cells that a spreadsheet would run as formulas, made harmless as the Open Worldwide Application Security Project
 * advises: an apostrophe before them. Numbers stay numbers. What went out comes back as it was.
 */
final readonly class Harmless
{
    public static function cell(string $cell): string
    {
        return 1 === preg_match('/^\'*[=+\-@\t\r]/', $cell) && 1 !== preg_match('/^[+\-]?\d[\d.,  ]*%?$/u', $cell)
            ? "'" . $cell
            : $cell;
    }

    /** The cell that was made harmless. */
    public static function back(string $cell): string
    {
        return str_starts_with($cell, "'") && 1 === preg_match('/^\'+[=+\-@\t\r]/', $cell) ? substr($cell, 1) : $cell;
    }
}

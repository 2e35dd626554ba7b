<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** A column of the table: `index` from 0, `key` as patterns name it, `heading` as people wrote it. */
final readonly class Column
{
    public function __construct(public int $index, public string $key, public string $heading)
    {
    }

    /** A, B … Z, AA, as in the spreadsheet. */
    public function letter(): string
    {
        return self::letterAt($this->index);
    }

    public static function letterAt(int $index): string
    {
        $letters = '';
        for ($n = $index; $n >= 0; $n = intdiv($n, 26) - 1) {
            $letters = \chr(65 + $n % 26).$letters;
        }

        return $letters;
    }
}

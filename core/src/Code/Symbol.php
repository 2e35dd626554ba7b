<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/**
 * A code as modules, without its quiet zone: rows of the letters 1 (dark) and 0. A barcode has one row, which is drawn
 * as high as there is room. `quietBefore` and `quietAfter` are the modules that must stay empty beside it (round all of
 * it, for a square code).
 */
final readonly class Symbol
{
    /** @param non-empty-list<string> $rows */
    public function __construct(public array $rows, public int $quietBefore, public int $quietAfter, public string $words)
    {
    }

    public function width(): int
    {
        return \strlen($this->rows[0]);
    }

    public function isLinear(): bool
    {
        return 1 === \count($this->rows);
    }
}

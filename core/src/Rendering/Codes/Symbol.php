<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

/**
 * A code as modules, without its quiet zone: rows of the letters 1 (dark) and 0, each `aspect` times as high as a module
 * is wide. A barcode has one row, which is drawn as high as there is room. `quietBefore` and `quietAfter` are the modules
 * that must stay empty beside it (round all of it, where there are more rows); `words` stand under it.
 */
final readonly class Symbol
{
    /** @param non-empty-list<string> $rows */
    public function __construct(
        public array $rows,
        public int $quietBefore,
        public int $quietAfter,
        public string $words,
        public int $aspect = 1,
    ) {
    }

    public function width(): int
    {
        return \strlen($this->rows[0]);
    }

    /** In modules, of rows one above the other. */
    public function height(): int
    {
        return \count($this->rows) * $this->aspect;
    }

    public function isBars(): bool
    {
        return 1 === \count($this->rows);
    }
}

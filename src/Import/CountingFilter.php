<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use PhpOffice\PhpSpreadsheet\Reader\IReadFilter;

/** Lets every cell of a workbook in and counts the lines as they pass. */
final class CountingFilter implements IReadFilter
{
    private int $lines = 0;
    private string $last = '';

    /** @param \Closure(int): void $told the lines so far, each time so many more have passed */
    public function __construct(private readonly int $every, private readonly \Closure $told)
    {
    }

    public function lines(): int
    {
        return $this->lines;
    }

    public function readCell(string $columnAddress, int $row, string $worksheetName = ''): bool
    {
        if ($this->last !== $line = "$row $worksheetName") {
            $this->last = $line;
            if (0 === ++$this->lines % $this->every) {
                ($this->told)($this->lines);
            }
        }

        return true;
    }
}

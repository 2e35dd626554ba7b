<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** A table file as lines of cells, before anybody says which of them are the table; with how it was read, so that this can be corrected. */
final readonly class RawGrid
{
    /**
     * @param list<list<string>>                                             $lines
     * @param string|null                                                    $encoding  of text; null for workbooks
     * @param string|null                                                    $delimiter of text; null for workbooks
     * @param list<string>                                                   $sheets    names, of workbooks
     * @param list<string>                                                   $notices   sentences
     * @param list<array{line: int, column: int, bytes: string, name: string}> $pictures  that lie over cells of a workbook
     */
    public function __construct(public array $lines, public ?string $encoding, public ?string $delimiter, public array $sheets = [], public string $sheet = '', public array $notices = [], public array $pictures = [])
    {
    }
}

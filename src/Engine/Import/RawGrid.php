<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Message;

/**
 * A table file as lines of cells, before anybody decides which of them are the table, and how it was read, so that this
 * can be corrected. Lines and columns are counted from 0.
 */
final readonly class RawGrid
{
    /**
     * @param list<list<string>>                                               $lines
     * @param string|null                                                      $encoding      of text; null for workbooks
     * @param string|null                                                      $delimiter     of text; null for workbooks
     * @param list<string>                                                     $sheets        names, of workbooks
     * @param list<Message>                                                     $notices
     * @param list<array{line: int, column: int, entry: string, name: string}> $pictures that lie over cells of a
     *   workbook, by the entry of the file that holds them
     * @param list<int>                                                        $hiddenLines
     * @param list<int>                                                        $hiddenColumns
     */
    public function __construct(
        public array $lines,
        public ?string $encoding,
        public ?string $delimiter,
        public array $sheets = [],
        public string $sheet = '',
        public array $notices = [],
        public array $pictures = [],
        public array $hiddenLines = [],
        public array $hiddenColumns = [],
    ) {
    }

    /** Without what the spreadsheet hides. */
    public function withoutHidden(): self
    {
        $lines = array_flip($this->hiddenLines);
        $columns = array_flip($this->hiddenColumns);
        $kept = array_values(array_diff_key($this->lines, $lines));
        $kept =
            [] === $columns
                ? $kept
                : array_map(static fn (array $cells): array => array_values(array_diff_key($cells, $columns)), $kept);
        $before = static fn (array $hidden, int $place): int => \count(
            array_filter(array_keys($hidden), static fn (int $one): bool => $one < $place),
        );
        $pictures = [];
        foreach ($this->pictures as $picture) {
            if (!isset($lines[$picture['line']]) && !isset($columns[$picture['column']])) {
                $pictures[] =
                    [
                        'line' => $picture['line'] - $before($lines, $picture['line']),
                        'column' => $picture['column'] - $before($columns, $picture['column']),
                    ] + $picture;
            }
        }

        return new self($kept, $this->encoding, $this->delimiter, $this->sheets, $this->sheet, $this->notices, $pictures);
    }
}

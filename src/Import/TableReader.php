<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Data\TableError;

/** Any file people call a table, or what they paste, to a Table. What a file is, is told by its content, never by its name. */
final readonly class TableReader
{
    public const MAX_BYTES = 60_000_000;

    public function __construct(private TableBuilder $builder, private DelimitedText $text, private Workbook $workbook)
    {
    }

    /** @throws UploadError */
    public function file(string $path, string $name): Table
    {
        $size = @filesize($path);
        if (false === $size) {
            throw new UploadError("“{$name}” cannot be read.");
        }
        if (0 === $size) {
            throw new UploadError("“{$name}” is empty (0 bytes). Choose the file that holds the rows.");
        }
        if ($size > self::MAX_BYTES) {
            throw new UploadError(\sprintf('“%s” is %d MB large; tables may have up to %d MB.', $name, (int) round($size / 1e6), self::MAX_BYTES / 1_000_000));
        }
        $head = (string) file_get_contents($path, length: 8);
        if (str_starts_with($head, "PK\x03\x04")) {
            return $this->build($name, $this->workbook->lines($path, $name));
        }
        if (str_starts_with($head, "\xD0\xCF\x11\xE0")) {
            throw new UploadError("“{$name}” is a workbook in an old binary format. Save it as XLSX, ODS or CSV and bring that in.");
        }

        return $this->fromText($name, (string) file_get_contents($path));
    }

    /** @throws UploadError */
    public function pasted(string $text): Table
    {
        if (\strlen($text) > self::MAX_BYTES) {
            throw new UploadError('What was pasted is too large. Save it as a file and bring that in.');
        }

        return $this->fromText('What was pasted', $text);
    }

    private function fromText(string $name, string $bytes): Table
    {
        $decoded = $this->text->decode($bytes, $name);
        $delimiter = $this->text->delimiter($decoded->text);
        $table = $this->build($name, $this->text->lines($decoded->text, $delimiter));
        $notices = $table->notices;
        if (null !== $decoded->notice) {
            $notices[] = $decoded->notice;
        }
        if (1 === \count($table->columns)) {
            $notices[] = 'Only one column was found. If there should be more, save the file with commas, semicolons or tabs between the cells.';
        }

        return new Table($table->columns, $table->cells, $notices);
    }

    /** @param iterable<list<string>> $lines */
    private function build(string $name, iterable $lines): Table
    {
        try {
            return $this->builder->build($lines);
        } catch (TableError $e) {
            throw new UploadError("{$name}: {$e->getMessage()}", 0, $e);
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** XML inside a ZIP, read as a stream: only what is in this very file, never more than it says, and not without end. */
final readonly class ZipXml
{
    public const MOST_UNPACKED = 200_000_000;
    /** Parts of one document. */
    private const MOST_NODES = 2_500_000;

    public function __construct(private string $path, private string $name)
    {
    }

    /** Bytes that an entry says it unpacks to; null where there is none. */
    public function size(string $entry): ?int
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($this->path, \ZipArchive::RDONLY)) {
            throw $this->damaged();
        }
        $found = $zip->statName($entry);
        $zip->close();

        return false === $found ? null : $found['size'];
    }

    /**
     * Every part of a document in its order; ends without a word where there is no such entry.
     *
     * @return \Generator<int, \XMLReader> the same reader again and again, one step further
     *
     * @throws UploadError
     */
    public function parts(string $entry): \Generator
    {
        $size = $this->size($entry);
        if (null === $size) {
            return;
        }
        if ($size > self::MOST_UNPACKED) {
            throw $this->tooMuch();
        }
        $reader = new \XMLReader();
        $before = libxml_use_internal_errors(true);
        try {
            if (!@$reader->open("zip://$this->path#$entry", null, \LIBXML_NONET | \LIBXML_COMPACT)) {
                throw $this->damaged();
            }
            $nodes = 0;
            while (@$reader->read()) {
                if (++$nodes > self::MOST_NODES) {
                    throw $this->tooMuch();
                }
                // Entities that refer to others are how a few bytes become gigabytes; no workbook has any.
                if (\XMLReader::DOC_TYPE === $reader->nodeType) {
                    throw $this->damaged();
                }
                yield $reader;
            }
            if ([] !== array_filter(libxml_get_errors(), static fn (\LibXMLError $error): bool => $error->level >= \LIBXML_ERR_ERROR)) {
                throw $this->damaged();
            }
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
            @$reader->close();
        }
    }

    public function damaged(): UploadError
    {
        return new UploadError("“{$this->name}” cannot be read as a workbook. Open it in a spreadsheet program, save it again as XLSX, ODS or CSV, and bring that in.");
    }

    private function tooMuch(): UploadError
    {
        return new UploadError("“{$this->name}” unpacks to more than a table of 20,000 rows ever needs. Copy the rows into a new workbook and bring that in.");
    }
}

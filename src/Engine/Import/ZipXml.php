<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/**
 * XML inside a ZIP, read as a stream: nothing outside the file, no more than its stated size, and with a limit. Reading
 * a file has a budget of steps over all its documents, and every bit of table content adds some, so that large tables
 * are read to the end and large emptiness is not.
 */
final class ZipXml
{
    public const MOST_UNPACKED = 200_000_000;
    private const FREE_STEPS = 3_000_000;
    /** A cell of plain text takes seven. */
    private const WORTH_STEPS = 16;
    private const OPENING_STEPS = 2_000;

    private int $steps = self::FREE_STEPS;
    private bool $skipping = false;

    public function __construct(private readonly string $path, private readonly string $name)
    {
    }

    /** A cell or text with content was found, which adds to the budget. */
    public function found(): void
    {
        $this->steps += self::WORTH_STEPS;
    }

    /** Skips what is inside the current element. */
    public function skip(): void
    {
        $this->skipping = true;
    }

    /**
     * Counts a step for code that reads on by itself inside an element.
     *
     * @throws UploadException
     */
    public function step(): void
    {
        if (--$this->steps < 0) {
            throw $this->tooMuch();
        }
    }

    /** The unpacked size an entry states, in bytes; null if there is no such entry. */
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
     * Every node of a document in order; ends silently if there is no such entry.
     *
     * @return \Generator<int, \XMLReader> the same reader again and again, one step further
     *
     * @throws UploadException
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
            if (($this->steps -= self::OPENING_STEPS) < 0) {
                throw $this->tooMuch();
            }
            while ($this->skipping ? @$reader->next() : @$reader->read()) {
                $this->skipping = false;
                $this->step();
                // Entities that refer to others are how a few bytes become gigabytes; no workbook has any.
                if (\XMLReader::DOC_TYPE === $reader->nodeType) {
                    throw $this->damaged();
                }
                yield $reader;
            }
            if (
                [] !==
                array_filter(libxml_get_errors(), static fn (\LibXMLError $error): bool => $error->level >= \LIBXML_ERR_ERROR)
            ) {
                throw $this->damaged();
            }
        } finally {
            $this->skipping = false;
            libxml_clear_errors();
            libxml_use_internal_errors($before);
            @$reader->close();
        }
    }

    public function damaged(): UploadException
    {
        return new UploadException(new Message('import.table.no_workbook_inside', ['name' => $this->name]));
    }

    private function tooMuch(): UploadException
    {
        return new UploadException(new Message('import.table.unpacks', ['name' => $this->name]));
    }
}

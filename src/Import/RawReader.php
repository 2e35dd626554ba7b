<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Harmless;

/** Any file people call a table, as it is: by what it holds, never by its name, or by what somebody says of it. */
final readonly class RawReader
{
    public const MAX_BYTES = 60_000_000;
    public const DELIMITERS = ["\t" => 'tabs', ';' => 'semicolons', ',' => 'commas', '|' => 'upright bars'];
    public const ENCODINGS = ['UTF-8', 'Windows-1252', 'Windows-1250', 'Windows-1251', 'ISO-8859-15', 'UTF-16LE', 'UTF-16BE', 'Macintosh'];

    public function __construct(private DelimitedText $text, private Workbook $workbook)
    {
    }

    /**
     * Refuses what cannot be a table by its first bytes and its size, without reading all of it.
     *
     * @return int|null bytes a workbook unpacks to; null for text
     *
     * @throws UploadError
     */
    public function check(string $path, string $name): ?int
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
        if (str_starts_with($head, "\xD0\xCF\x11\xE0")) {
            throw new UploadError("“{$name}” is a workbook in an old binary format. Save it as XLSX, ODS or CSV and bring that in.");
        }

        return str_starts_with($head, "PK\x03\x04") ? $this->workbook->check($path, $name) : null;
    }

    /**
     * @param (\Closure(int, int|null): void)|null $progress told the lines read so far, and of how many where the file says; may throw to end it
     *
     * @throws UploadError
     */
    public function file(string $path, string $name, ?string $encoding = null, ?string $delimiter = null, ?string $sheet = null, ?\Closure $progress = null): RawGrid
    {
        return null !== $this->check($path, $name)
            ? $this->workbook->grid($path, $name, $sheet, $progress)
            : $this->text((string) file_get_contents($path), $name, $encoding, $delimiter);
    }

    /** @throws UploadError */
    private function text(string $bytes, string $name, ?string $encoding, ?string $delimiter): RawGrid
    {
        $decoded = \in_array($encoding, self::ENCODINGS, true) ? $this->text->decodeAs($bytes, $encoding, $name) : $this->text->decode($bytes, $name);
        $delimiter = isset(self::DELIMITERS[$delimiter]) ? $delimiter : $this->text->delimiter($decoded->text);
        $lines = [];
        foreach ($this->text->lines($decoded->text, $delimiter) as $cells) {
            $lines[] = array_map(Harmless::back(...), $cells);
        }

        return new RawGrid($lines, $decoded->encoding, $delimiter, notices: null === $decoded->notice ? [] : [$decoded->notice]);
    }
}

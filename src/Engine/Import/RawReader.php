<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\Harmless;

/** Reads any file people call a table: by its content, never by its name, or as somebody chose. */
final readonly class RawReader
{
    public const MAX_BYTES = 60_000_000;
    public const DELIMITERS = ["\t" => 'tab', ';' => 'semicolon', ',' => 'comma', '|' => 'bar'];

    public function __construct(private DelimitedText $text, private Workbook $workbook)
    {
    }

    /**
     * Rejects what cannot be a table by its first bytes and its size, without reading all of it.
     *
     * @return int|null bytes a workbook unpacks to; null for text
     *
     * @throws UploadException
     */
    public function check(string $path, string $name): ?int
    {
        $size = @filesize($path);
        if (false === $size) {
            throw new UploadException(new Message('import.unreadable', ['name' => $name]));
        }
        if (0 === $size) {
            throw new UploadException(new Message('import.table.empty', ['name' => $name]));
        }
        if ($size > self::MAX_BYTES) {
            throw new UploadException(new Message('import.table.too_large', [
                'name' => $name,
                'size' => round($size / 1e6),
                'most' => self::MAX_BYTES / 1_000_000,
            ]));
        }
        $head = (string) file_get_contents($path, length: 8);
        if (str_starts_with($head, "\xD0\xCF\x11\xE0")) {
            throw new UploadException(new Message('import.table.old_workbook', ['name' => $name]));
        }

        if (str_starts_with($head, "PK\x03\x04")) {
            return $this->workbook->check($path, $name);
        }
        $this->text->check($path, $name);

        return null;
    }

    /** @return list<string>|null names of the sheets of a workbook; null of text */
    public function sheets(string $path): ?array
    {
        try {
            return null === $this->check($path, '') ? null : $this->workbook->sheets($path);
        } catch (UploadException) {
            return [];
        }
    }

    /**
     * @param (\Closure(int, int|null): void)|null $progress told the lines read so far, and of how many where the file
     *   says; may throw to end it
     *
     * @throws UploadException
     */
    public function file(
        string $path,
        string $name,
        ?string $encoding = null,
        ?string $delimiter = null,
        ?string $sheet = null,
        ?\Closure $progress = null,
    ): RawGrid {
        return null !== $this->check($path, $name)
            ? $this->workbook->grid($path, $name, $sheet, $progress)
            : $this->text($path, $name, $encoding, $delimiter);
    }

    /** @throws UploadException */
    private function text(string $path, string $name, ?string $encoding, ?string $delimiter): RawGrid
    {
        [$encoding, $notice] = \in_array($encoding, DelimitedText::ENCODINGS, true)
            ? [$encoding, null]
            : $this->text->encoding($path, $name);
        $delimiter = isset(self::DELIMITERS[$delimiter]) ? $delimiter : $this->text->delimiter($path, $encoding, $name);
        $grid = new GridBuilder($name);
        $last = [1, []];
        foreach ($this->text->lines($path, $encoding, $delimiter, $name) as $number => $cells) {
            $grid->add(array_map(Harmless::back(...), $cells));
            $last = [$number, $cells];
        }

        $lost = $this->text->losesLetters($path, $encoding)
            ? new Message('import.table.lost_characters', ['encoding' => $encoding])
            : null;

        return new RawGrid(
            $grid->lines(),
            $encoding,
            $delimiter,
            notices: array_values(array_filter([$notice, $lost, self::swallowed($path, ...$last)])),
        );
    }

    /**
     * Whether an unclosed quotation mark swallowed the rest of the file, so that the last cell holds many lines.
     *
     * @param list<string> $cells the last line's
     */
    private static function swallowed(string $path, int $line, array $cells): ?Message
    {
        $end = rtrim((string) end($cells), "\n");
        $tail = rtrim((string) file_get_contents($path, offset: max(0, (int) filesize($path) - 8)), "\r\n\0");

        return substr_count($end, "\n") < 2 || str_ends_with($tail, '"')
            ? null
            : new Message('import.table.open_quote', [
                'line' => $line,
                'count' => substr_count($end, '
'),
            ]);
    }
}

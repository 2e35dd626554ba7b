<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/**
 * Reads CSV and its relatives (RFC 4180) as streams: detects the encoding and the separator, then uses PHP's fgetcsv,
 * which never holds more of the file than the current line.
 */
final readonly class DelimitedText
{
    /** How letters may be written, as people pick it; iconv knows them all by these names. */
    public const ENCODINGS = [
        'UTF-8',
        'Windows-1252',
        'Windows-1250',
        'Windows-1251',
        'ISO-8859-15',
        'UTF-16LE',
        'UTF-16BE',
        'Macintosh',
        'Shift_JIS',
        'EUC-JP',
        'EUC-KR',
        'GB18030',
        'Big5',
    ];
    private const MARKS = ["\xEF\xBB\xBF" => 'UTF-8', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'];
    private const DELIMITERS = ["\t", ';', ',', '|'];
    private const SAMPLE_LINES = 60;
    private const CHUNK = 1 << 20;
    /** Bytes of one line of cells: as many as they may hold. */
    private const MOST_OF_ONE = 3_000_000;
    /** Lines without a word in a row, after which it is asked whether anything follows: programs write a million of them. */
    private const EMPTY = 10_000;
    /** What begins like this is something else, whatever it is called. */
    private const OTHER = '/^(\s*(<!doctype|<html|<\?xml|\{\\\\rtf)|%PDF|\x89PNG|\xFF\xD8\xFF|GIF8|RIFF|\x1F\x8B|7z|Rar!)/i';

    /** @throws UploadException when it is something else altogether */
    public function check(string $path, string $name): void
    {
        if (1 === preg_match(self::OTHER, (string) file_get_contents($path, length: 300))) {
            throw new UploadException(new Message('import.table.no_table', ['name' => $name]));
        }
    }

    /**
     * @return array{string, Message|null} the encoding, and what had to be guessed to find it
     *
     * @throws UploadException when it is no text, or damaged
     */
    public function encoding(string $path, string $name): array
    {
        $head = (string) file_get_contents($path, length: 4_000);
        foreach (self::MARKS as $mark => $encoding) {
            if (str_starts_with($head, $mark)) {
                return [$encoding, null];
            }
        }
        if (str_contains($head, "\0")) {
            // Without a mark, UTF-16 shows by its zero bytes all standing in odd or all in even places.
            $zeros = [0, 0];
            for ($i = 0, $n = \strlen($head); $i < $n; ++$i) {
                $zeros[$i % 2] += "\0" === $head[$i] ? 1 : 0;
            }
            if (max($zeros) > \strlen($head) / 4 && min($zeros) < max($zeros) / 20) {
                return [$zeros[1] > $zeros[0] ? 'UTF-16LE' : 'UTF-16BE', null];
            }
        }
        if (preg_match_all('/[\x00-\x08\x0E-\x1A\x1C-\x1F]/', $head) > 2) {
            throw new UploadException(new Message('import.table.unknown_encoding', ['name' => $name]));
        }

        return $this->eightBits($path, $name);
    }

    /** The separator that splits the first lines into the most columns of equal number. */
    public function delimiter(string $path, string $encoding, string $name): string
    {
        $best = ',';
        $bestScore = 0.0;
        foreach (self::DELIMITERS as $delimiter) {
            $counts = [];
            foreach ($this->lines($path, $encoding, $delimiter, $name) as $cells) {
                if ('' !== trim(implode('', $cells))) {
                    $counts[] = \count($cells);
                }
                if (\count($counts) >= self::SAMPLE_LINES) {
                    break;
                }
            }
            if ([] === $counts || max($counts) < 2) {
                continue;
            }
            $tally = array_count_values($counts);
            arsort($tally);
            $usual = (int) array_key_first($tally);
            $score = $usual < 2 ? 0.1 : ($tally[$usual] / \count($counts)) * 100 + min($usual, 50) / 10;
            if ($score > $bestScore) {
                [$best, $bestScore] = [$delimiter, $score];
            }
        }

        return $best;
    }

    /**
     * @return \Generator<int, list<string>> lines of cells by the number of the line of the file they begin in, from 1
     *
     * @throws UploadException where letters cannot be read so
     */
    public function lines(string $path, string $encoding, string $delimiter, string $name): \Generator
    {
        $stream = $this->open($path, $encoding);
        $record = RecordBound::append($stream, self::MOST_OF_ONE);
        try {
            $number = 1;
            $empty = 0;
            while (false !== ($cells = @fgetcsv($stream, null, $delimiter, '"', ''))) {
                $cells = array_map(static fn (?string $cell): string => (string) $cell, $cells);
                $empty = '' === trim(implode('', $cells)) ? $empty + 1 : 0;
                if ($empty > self::EMPTY) {
                    if (self::isOver($stream, $record, $delimiter)) {
                        return;
                    }
                    throw new UploadException(new Message('import.table.empty_lines', [
                        'name' => $name,
                        'line' => $number - self::EMPTY,
                        'count' => self::EMPTY,
                    ]));
                }
                foreach ($cells as $cell) {
                    if (!mb_check_encoding($cell, 'UTF-8')) {
                        throw new UploadException(new Message('import.table.bad_encoding', [
                            'name' => $name,
                            'line' => $number,
                            'encoding' => $encoding,
                        ]));
                    }
                }
                $record->passed = 0;
                yield $number => $cells;
                $number += 1 + substr_count(implode('', $cells), "\n");
            }
        } finally {
            fclose($stream);
        }
    }

    /**
     * Whether only empty cells follow, however many; decided from bytes rather than lines.
     *
     * @param resource $stream
     */
    private static function isOver($stream, \stdClass $record, string $delimiter): bool
    {
        while (!feof($stream)) {
            $record->passed = 0;
            if ('' !== trim((string) @fread($stream, self::CHUNK), " \t\n\r\"$delimiter")) {
                return false;
            }
        }

        return true;
    }

    /** Whether a file contains bytes that are invalid in an encoding; they are dropped when it is read in it. */
    public function losesLetters(string $path, string $encoding): bool
    {
        $stream = fopen($path, 'r');
        if ('UTF-8' === $encoding || false === $stream) {
            return false;
        }
        stream_filter_append($stream, "convert.iconv.$encoding/UTF-8", \STREAM_FILTER_READ);
        error_clear_last();
        while (!feof($stream) && '' !== (string) @fread($stream, self::CHUNK)) {
            // Only what goes wrong is of interest.
        }
        fclose($stream);

        return str_contains(error_get_last()['message'] ?? '', 'multibyte');
    }

    /** @return \Generator<int, list<string>> */
    public function linesOf(string $text, string $delimiter): \Generator
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($path, $text);
            yield from $this->lines($path, 'UTF-8', $delimiter, 'rows.csv');
        } finally {
            unlink($path);
        }
    }

    /** @return resource of UTF-8 with line feeds */
    private function open(string $path, string $encoding)
    {
        $stream = fopen($path, 'r');
        if (false === $stream) {
            throw new UploadException(new Message('import.file_gone'));
        }
        $mark = (string) fread($stream, 3);
        $known = array_search($encoding, self::MARKS, true);
        fseek($stream, false !== $known && str_starts_with($mark, $known) ? \strlen($known) : 0);
        if ('UTF-8' !== $encoding) {
            stream_filter_append($stream, "convert.iconv.$encoding/UTF-8//IGNORE", \STREAM_FILTER_READ);
        }
        // Old line ends of a lone carriage return are none to fgetcsv.
        if (!$this->hasLineFeeds($path)) {
            LineFeeds::append($stream);
        }

        return $stream;
    }

    private function hasLineFeeds(string $path): bool
    {
        foreach (self::chunks($path) as $chunk) {
            if (str_contains($chunk, "\n")) {
                return true;
            }
        }

        return false;
    }

    /** @return array{string, Message|null} */
    private function eightBits(string $path, string $name): array
    {
        $line = 1;
        $rest = '';
        $broken = null;
        $invalid = $multibyte = 0;
        foreach (self::chunks($path) as $chunk) {
            $bytes = $rest . $chunk;
            // A letter of several bytes may be cut by the edge of a chunk.
            $whole =
                1 ===
                preg_match('/(?:[\xC2-\xDF]|[\xE0-\xEF][\x80-\xBF]?|[\xF0-\xF4][\x80-\xBF]{0,2})$/', substr($bytes, -3), $m)
                    ? substr($bytes, 0, -\strlen($m[0]))
                    : $bytes;
            $rest = substr($bytes, \strlen($whole));
            if (null === $broken && !mb_check_encoding($whole, 'UTF-8')) {
                $broken = $line + self::linesBefore($whole);
            }
            $line += substr_count($whole, "\n");
            $invalid += (int) preg_match_all('/[\x81\x8D\x8F\x90\x9D]/', $whole);
            $multibyte += (int) preg_match_all('/[\xC2-\xF4][\x80-\xBF]+/', $whole);
        }
        if (null === $broken && '' === $rest) {
            return ['UTF-8', null];
        }
        if ($invalid > 0 || $multibyte > 3) {
            throw new UploadException(new Message('import.table.mixed_encoding', ['name' => $name, 'line' => $broken ?? $line]));
        }

        return ['Windows-1252', new Message('import.table.guessed_encoding')];
    }

    /** Lines before the first that is not UTF-8. */
    private static function linesBefore(string $bytes): int
    {
        foreach (explode("\n", $bytes) as $i => $line) {
            if (!mb_check_encoding($line, 'UTF-8')) {
                return $i;
            }
        }

        return 0;
    }

    /** @return \Generator<int, string> */
    private static function chunks(string $path): \Generator
    {
        $stream = fopen($path, 'r');
        while (false !== $stream && '' !== ($chunk = (string) fread($stream, self::CHUNK))) {
            yield $chunk;
        }
        if (false !== $stream) {
            fclose($stream);
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** CSV and its relatives (RFC 4180): finds out encoding and delimiter, then leaves the reading to PHP's own fgetcsv. */
final readonly class DelimitedText
{
    private const DELIMITERS = ["\t", ';', ',', '|'];
    private const SAMPLE_LINES = 60;

    /** @throws UploadError when it is no text */
    public function decode(string $bytes, string $name): DecodedText
    {
        foreach (["\xEF\xBB\xBF" => 'UTF-8', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return $this->as($encoding, substr($bytes, \strlen($mark)), $name, null);
            }
        }
        $head = substr($bytes, 0, 4_000);
        if (str_contains($head, "\0")) {
            // Without a mark, UTF-16 shows by its zero bytes all standing in odd or all in even places.
            $zeros = [0, 0];
            for ($i = 0, $n = \strlen($head); $i < $n; ++$i) {
                $zeros[$i % 2] += "\0" === $head[$i] ? 1 : 0;
            }
            if (max($zeros) > \strlen($head) / 4 && min($zeros) < max($zeros) / 20) {
                return $this->as($zeros[1] > $zeros[0] ? 'UTF-16LE' : 'UTF-16BE', $bytes, $name, null);
            }
            throw $this->noTable($name);
        }
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return new DecodedText($this->noControls($bytes, $name), null);
        }
        $invalid = preg_match_all('/[\x81\x8D\x8F\x90\x9D]/', $bytes);
        $multibyte = preg_match_all('/[\xC2-\xF4][\x80-\xBF]+/', $bytes);
        if ($invalid > 0 || $multibyte > 3) {
            throw new UploadError(\sprintf('“%s” is damaged text: line %d is neither UTF-8 nor Windows-1252. Save the table as CSV in UTF-8 and bring it in again.', $name, $this->firstBrokenLine($bytes)));
        }

        return $this->as('Windows-1252', $bytes, $name, 'The file is not in UTF-8; it was read as Windows-1252. Look at the accented letters.');
    }

    /**
     * In the encoding somebody says it is in.
     *
     * @throws UploadError
     */
    public function decodeAs(string $bytes, string $encoding, string $name): DecodedText
    {
        $bytes = (string) preg_replace('/^(\xEF\xBB\xBF|\xFF\xFE|\xFE\xFF)/', '', $bytes);
        // iconv knows more of the old encodings than mbstring.
        $text = @iconv($encoding, 'UTF-8//IGNORE', $bytes);

        return new DecodedText(false === $text ? throw new UploadError("“{$name}” cannot be read as $encoding.") : $this->noControls($text, $name), null, $encoding);
    }

    /** The delimiter that cuts the first lines into most columns of the same number. */
    public function delimiter(string $text): string
    {
        $best = ',';
        $bestScore = 0.0;
        foreach (self::DELIMITERS as $delimiter) {
            $counts = [];
            foreach ($this->lines($text, $delimiter) as $cells) {
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

    /** @return \Generator<int, list<string>> */
    public function lines(string $text, string $delimiter): \Generator
    {
        $stream = fopen('php://temp', 'w+');
        if (false === $stream) {
            throw new \RuntimeException('No temporary file can be made.');
        }
        try {
            // Old line ends of a lone carriage return are none to fgetcsv.
            fwrite($stream, str_contains($text, "\n") ? $text : str_replace("\r", "\n", $text));
            rewind($stream);
            while (false !== $cells = fgetcsv($stream, null, $delimiter, '"', '')) {
                yield array_map(static fn (?string $cell): string => (string) $cell, $cells);
            }
        } finally {
            fclose($stream);
        }
    }

    private function as(string $encoding, string $bytes, string $name, ?string $notice): DecodedText
    {
        if (!mb_check_encoding($bytes, $encoding)) {
            throw new UploadError("“{$name}” says it is $encoding, but is damaged. Save the table as CSV in UTF-8 and bring it in again.");
        }

        return new DecodedText($this->noControls((string) mb_convert_encoding($bytes, 'UTF-8', $encoding), $name), $notice, $encoding);
    }

    private function noControls(string $text, string $name): string
    {
        if (preg_match_all('/[\x00-\x08\x0E-\x1F]/', substr($text, 0, 4_000)) > 2 || 1 === preg_match('/^\s*(<!doctype|<html|<\?xml|%PDF|\{\\\\rtf)/i', $text)) {
            throw $this->noTable($name);
        }

        return $text;
    }

    private function noTable(string $name): UploadError
    {
        return new UploadError("“{$name}” is no table. Bring a CSV, TSV, XLSX or ODS file, or paste the rows.");
    }

    private function firstBrokenLine(string $bytes): int
    {
        foreach (explode("\n", $bytes) as $i => $line) {
            if (!mb_check_encoding($line, 'UTF-8')) {
                return $i + 1;
            }
        }

        return 1;
    }
}

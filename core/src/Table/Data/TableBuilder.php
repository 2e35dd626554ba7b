<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;

/**
 * Makes a table from a raw grid whose first line holds the headings: drops empty columns at the right and empty rows at
 * the end, names unnamed columns, makes duplicate headings unique, and reports all of it. Cells stay exactly as they
 * are.
 */
final readonly class TableBuilder
{
    /**
     * @param iterable<list<string>> $lines
     *
     * @throws TableException when there is nothing to use, or too much
     */
    public function build(iterable $lines): FileTable
    {
        $headings = null;
        $rows = [];
        $kept = 0;
        $width = 0;
        $line = 0;
        foreach ($lines as $cells) {
            ++$line;
            $used = $this->usedWidth($cells, $line);
            if (null === $headings) {
                if (0 === $used) {
                    continue;
                }
                $headings = \array_slice($cells, 0, $used);
                $width = $used;
                continue;
            }
            $rows[] = $cells;
            $width = max($width, $used);
            if ($used > 0) {
                $kept = \count($rows);
            }
            if ($kept > Table::MAX_ROWS) {
                throw new TableException(new Message('table.error.file_rows', ['most' => Table::MAX_ROWS]));
            }
        }
        if (null === $headings) {
            throw new TableException(new Message('table.error.empty'));
        }
        if (0 === $kept) {
            throw new TableException(new Message('table.error.no_rows'));
        }
        if ($width > Table::MAX_COLUMNS) {
            throw new TableException(new Message('table.error.file_columns', ['count' => $width, 'most' => Table::MAX_COLUMNS]));
        }
        $notices = [];
        [$rows, $dropped] = $this->withoutEmpty(\array_slice($rows, 0, $kept), $width);
        if ($dropped > 0) {
            $notices[] =
new Message('table.note.empty_rows', ['count' => $dropped]);
        }

        return new FileTable($this->columns(array_pad($headings, $width, ''), $notices), $rows, $notices);
    }

    /** @param list<string> $cells */
    private function usedWidth(array $cells, int $line): int
    {
        $used = 0;
        foreach ($cells as $i => $cell) {
            if ('' !== trim($cell)) {
                $used = $i + 1;
                if (!mb_check_encoding($cell, 'UTF-8')) {
                    throw new TableException(new Message('table.error.not_text', ['line' => $line, 'column' => Column::letterAt($i)]));
                }
            }
        }

        return $used;
    }

    /**
     * @param list<list<string>> $rows
     *
     * @return array{list<list<string>>, int}
     */
    private function withoutEmpty(array $rows, int $width): array
    {
        $kept = [];
        foreach ($rows as $cells) {
            if ('' !== trim(implode('', $cells))) {
                $kept[] = \array_slice(array_pad($cells, $width, ''), 0, $width);
            }
        }

        return [$kept, \count($rows) - \count($kept)];
    }

    /**
     * @param list<string> $headings
     * @param list<Message> $notices added to
     *
     * @return list<Column>
     */
    private function columns(array $headings, array &$notices): array
    {
        $columns = [];
        $taken = [];
        $keys = [];
        foreach ($headings as $i => $heading) {
            $letter = Column::letterAt($i);
            $heading = self::cleanHeading($heading);
            if ('' === $heading) {
                $heading = "Column $letter";
                $notices[] = new Message('table.note.no_heading', ['letter' => $letter, 'heading' => $heading]);
            }
            $wanted = $heading;
            $heading = self::freeHeading($wanted, $taken);
            if ($heading !== $wanted) {
                $notices[] = new Message('table.note.same_heading', [
                    'wanted' => $wanted,
                    'letter' => $letter,
                    'heading' => $heading,
                ]);
            }
            $taken[] = $heading;
            $key = self::freeKey(self::key($heading, $letter), array_keys($keys));
            $keys[$key] = true;
            $columns[] = new Column($i, $key, $heading);
        }

        return $columns;
    }

    /** Without the markers other programs add to headings: an @ before pictures, an apostrophe before text. */
    public static function cleanHeading(string $heading): string
    {
        return trim((string) preg_replace(['/[\s\x{00A0}]+/u', "/^\s*['’@]+\s*/u"], [' ', ''], $heading));
    }

    /** @param list<string> $taken */
    public static function freeHeading(string $heading, array $taken): string
    {
        $taken = array_flip(array_map(static fn (string $one): string => mb_strtolower($one, 'UTF-8'), $taken));
        $free = $heading;
        for ($n = 2; isset($taken[mb_strtolower($free, 'UTF-8')]); ++$n) {
            $free = "$heading $n";
        }

        return $free;
    }

    /** @param list<string> $taken */
    public static function freeKey(string $key, array $taken): string
    {
        $free = $key;
        for ($n = 2; \in_array($free, $taken, true); ++$n) {
            $free = "{$key}_$n";
        }

        return $free;
    }

    /**
     * The key of a column, such as `full_name` for `Full name`: Latin letters, digits and underscores, not starting with
     * a digit; its column letter if nothing is left.
     */
    public static function key(string $heading, string $letter): string
    {
        static $latin = null;
        $latin ??= \Transliterator::create('Any-Latin; Latin-ASCII; Lower()');
        $plain = $latin instanceof \Transliterator ? (string) $latin->transliterate($heading) : strtolower($heading);
        $key = trim(preg_replace('/[^a-z0-9]+/', '_', $plain) ?? '', '_');
        if ('' === $key) {
            return 'column_' . strtolower($letter);
        }

        return ctype_digit($key[0]) ? "c_$key" : mb_strcut($key, 0, 60);
    }
}

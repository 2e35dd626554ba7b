<?php

declare(strict_types=1);

namespace Morphea\Core\Press;

use Morphea\Core\Data\Row;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternFiller;

/**
 * Names of files from a pattern: safe on every system, and unique whatever its letter case. Names are dealt out over
 * the whole table in order, so a row keeps its name in whatever selection it is made.
 */
final class FileNames
{
    private const MAX_BYTES = 120;
    /** Names a common desktop system keeps for devices. */
    private const RESERVED = '/^(con|prn|aux|nul|com\d|lpt\d)(\..*)?$/i';

    private readonly PatternFiller $filler;
    /** @var array<string, int> rows by name in lower case */
    private array $taken = [];
    /** @var array<string, int> the next number to try, by name in lower case: of thousands of equal names each is told apart at once */
    private array $next = [];
    /** @var array<int, string> names that had to be changed to be unique, by row */
    private array $clashes = [];

    public function __construct(private readonly Pattern $pattern, string $locale)
    {
        $this->filler = new PatternFiller($locale);
    }

    /** The next row's name, without an ending. */
    public function next(Row $row): string
    {
        $filled = $this->filler->fill($this->pattern, $row->cells, $row->monthFirst);
        $wanted = $filled->empty ? '' : self::safe($filled->text);
        if ('' === $wanted) {
            $wanted = \sprintf('row-%03d', $row->number);
        }
        $name = $wanted;
        $folded = self::fold($wanted);
        for ($n = $this->next[$folded] ?? 2; isset($this->taken[self::fold($name)]); ++$n) {
            $name = "$wanted-$n";
            $this->next[$folded] = $n + 1;
        }
        if ($name !== $wanted) {
            $this->clashes[$row->number] = $name;
        }
        $this->taken[self::fold($name)] = $row->number;

        return $name;
    }

    /** @return array<int, string> by row number */
    public function clashes(): array
    {
        return $this->clashes;
    }

    /** What can stand as a file name everywhere; accents and other scripts are kept. May be empty. */
    public static function safe(string $text): string
    {
        $text = (string) \Normalizer::normalize($text);
        $text = preg_replace('~[\x00-\x1F\x7F/\\\\:*?"<>|]+|(?![\x{200C}\x{200D}])[\p{Cf}\p{Co}]~u', ' ', $text) ?? '';
        // A dot at the beginning hides a file, a dash makes it an option of programs.
        $text = ltrim(trim(preg_replace('/\s+/u', ' ', $text) ?? '', ' .'), ' .-');
        if (\strlen($text) > self::MAX_BYTES) {
            $cut = grapheme_extract($text, self::MAX_BYTES, \GRAPHEME_EXTR_MAXBYTES);
            $text = rtrim(false === $cut ? '' : $cut, ' .');
        }

        return 1 === preg_match(self::RESERVED, $text) ? "_$text" : $text;
    }

    private static function fold(string $name): string
    {
        return mb_convert_case($name, \MB_CASE_FOLD, 'UTF-8');
    }
}

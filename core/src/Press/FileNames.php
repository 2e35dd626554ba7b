<?php

declare(strict_types=1);

namespace Morphea\Core\Press;

use Morphea\Core\Data\Record;
use Morphea\Core\Naming\SafeName;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternFiller;

/**
 * Names of files from a pattern: safe on every system, and unique whatever its letter case. Names are dealt out over
 * the whole table in order, so a row keeps its name in whatever selection it is made.
 */
final class FileNames
{
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
    public function next(Record $row): string
    {
        $filled = $this->filler->fill($this->pattern, $row->cells, $row->monthFirst);
        $wanted = $filled->empty ? '' : SafeName::of($filled->text);
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

    private static function fold(string $name): string
    {
        return mb_convert_case($name, \MB_CASE_FOLD, 'UTF-8');
    }
}

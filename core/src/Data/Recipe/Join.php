<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Recipe;

use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\SheetRow;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternFiller;

/** Columns put together with words between them, by a pattern. Where all of them are empty nothing comes out. */
final readonly class Join implements Recipe
{
    public function __construct(public Pattern $pattern)
    {
    }

    public function columns(): array
    {
        return $this->pattern->columns();
    }

    public function make(Sheet $sheet, Kitchen $kitchen): array
    {
        $filler = new PatternFiller($kitchen->locale);
        $places = $monthFirst = [];
        foreach ($this->columns() as $key) {
            $places[$key] = $sheet->place($key);
            $monthFirst[$key] = $sheet->column($key)->monthFirst;
        }
        $monthFirst = array_filter($monthFirst, static fn (?bool $known): bool => null !== $known);

        return array_map(function (SheetRow $row) use ($filler, $places, $monthFirst): string {
            $filled = $filler->fill($this->pattern, array_map(static fn (int $place): string => $row->cells[$place], $places), $monthFirst);

            return $filled->empty ? '' : $filled->text;
        }, $sheet->rows);
    }

    public function says(\Closure $heading): string
    {
        return 'Joins '.self::words($this->pattern, $heading);
    }

    /** @param \Closure(string): string $heading by key */
    public static function words(Pattern $pattern, \Closure $heading): string
    {
        return (string) preg_replace_callback('/\{(\w+)(?:,[^{}]*(?:\{[^{}]*\}[^{}]*)*)?\}/', static fn (array $m): string => '['.$heading($m[1]).']', $pattern->source);
    }

    public function toArray(): array
    {
        return ['recipe' => 'join', 'pattern' => $this->pattern->source];
    }
}

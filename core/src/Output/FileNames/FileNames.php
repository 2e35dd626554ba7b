<?php

declare(strict_types=1);

namespace Morphea\Core\Output\FileNames;

use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Naming\SafeName;
use Morphea\Core\Table\Patterns\EmptyParts;
use Morphea\Core\Table\Patterns\Fragment;
use Morphea\Core\Table\Patterns\PatternFiller;

/**
 * Makes file names from a pattern: valid on every system and unique regardless of case. Names are given to the whole
 * table in order, so a row keeps its name in any selection.
 */
final class FileNames
{
    /** Stands where the name of a page goes, until it is known which. */
    public const SIDE = '§page§';

    /** A cell that names a file gives its name, not its kind. */
    private const ENDING = '/\.(?:png|jpe?g|webp|avif|svg|gif|tiff?|heic|pdf|mp4|mov|webm|docx?|xlsx?|csv|txt|zip)$/i';

    private readonly PatternFiller $filler;
    /** @var array<string, int> rows by name in lower case */
    private array $taken = [];
    /** @var array<string, int> the next number to try, by name in lower case: of thousands of equal names each is told apart at once */
    private array $next = [];
    /** @var array<int, string> names that had to be changed to be unique, by row */
    private array $clashes = [];

    /** @param int $rows of the table: row numbers are written with as many digits as the last one has, and three at least */
    public function __construct(private readonly Naming $naming, string $locale, private readonly int $rows = 0)
    {
        $this->filler = new PatternFiller($locale);
    }

    /** The name for the next row, without an extension. */
    public function next(Record $row): string
    {
        $number = str_pad((string) $row->number, max(3, \strlen((string) $this->rows)), '0', \STR_PAD_LEFT);
        $more = [Naming::ROW => $number, Naming::SIDE => self::SIDE, Naming::DAY => $this->naming->day];
        $wanted = $this->safe($row, $more);
        if ('' === $wanted || self::SIDE === $wanted) {
            $wanted = "row-$number" . ('' === $wanted ? '' : "-$wanted");
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

    /**
     * The file name of a piece.
     *
     * @param string|null $page that it holds; null where it holds all of them
     */
    public static function file(string $name, ?string $page, bool $several, string $ending): string
    {
        if (str_contains($name, self::SIDE)) {
            $name = null === $page
                ? trim((string) preg_replace('/[ _-]*' . self::SIDE . '/u', '', $name), ' _-')
                : str_replace(self::SIDE, $page, $name);
        } elseif (null !== $page && $several) {
            $name .= "-$page";
        }

        return "$name.$ending";
    }

    /**
     * Cleans each folder name: slashes in the pattern make folders, slashes in cells do not.
     *
     * @param array<string, string> $more
     */
    private function safe(Record $row, array $more): string
    {
        [$pieces, $empty] = $this->filler->pieces($this->naming->pattern, $row->cells + $more, $row->monthFirst);
        if ($empty) {
            return '';
        }
        $text = implode(
            '',
            array_map(
                static fn (Fragment $piece): string => $piece->isColumn
                    ? str_replace('/', '\\', (string) preg_replace(self::ENDING, '', $piece->text))
                    : $piece->text,
                EmptyParts::close($pieces),
            ),
        );
        $parts = array_map(
            fn (string $part): string => SafeName::of($this->naming->plain ? SafeName::plain($part) : $part, $this->naming->bytes),
            explode('/', $text),
        );

        return implode('/', array_filter($parts, static fn (string $part): bool => '' !== $part));
    }

    private static function fold(string $name): string
    {
        return mb_convert_case($name, \MB_CASE_FOLD, 'UTF-8');
    }
}

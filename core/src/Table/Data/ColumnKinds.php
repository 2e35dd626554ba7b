<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Naming\PictureNames;

/** Tells which kind of cells a column holds, and which cells do not fit it. Nothing is ever altered. */
final readonly class ColumnKinds
{
    private const COLOUR = '/^#?(?:[0-9a-f]{3}|[0-9a-f]{6})$/i';
    private const MAIL = '/^[^\s@]+@[^\s@]+\.[^\s@]{2,}$/u';
    private const WEB = '~^(?:https?://|www\.)[^\s]+\.[^\s]+$~iu';
    private const PICTURE = '/\.(?:png|jpe?g|webp|svg|gif|tiff?|heic)$/i';
    private const YES = [
        'yes', 'y', 'true', 'on', '✓', '✔', '☑', 'x',
        'ja', 'oui', 'sí', 'si', 'sì', 'sim', 'tak', 'ano', 'áno', 'igen', 'kyllä', 'jo', 'evet', 'da', 'ναι', 'да', 'так', 'はい', '是',
    ];
    private const NO = [
        'no', 'n', 'false', 'off', '✗', '✘', '☐', '-', '–', '—',
        'nein', 'non', 'nee', 'não', 'nie', 'ne', 'nem', 'ei', 'nej', 'nei', 'hayır', 'nu', 'όχι', 'нет', 'ні', 'いいえ', '否',
    ];
    private const SHORT_DATE = '~^(\d{1,2})([-/.])\s?(\d{1,2})\2\s?(\d{4}|(?<!-)\d\d)$~';
    /** Of a column's cells, so many must fit for it to be of that kind; the others are then marked. */
    private const MOST = 0.9;
    /** Rows that are looked at to tell a column's kind. */
    private const SAMPLE = 500;

    public function __construct(private CellReader $reader, private PictureNames $pictures)
    {
    }

    /**
     * The kind most cells of a column have; the first that fits counts. The heading as the file has it, with its markers, may tell more.
     *
     * @param iterable<string> $cells
     */
    public function infer(iterable $cells, string $heading = ''): ColumnKind
    {
        $cells = [...$cells];
        $marked = str_starts_with(trim($heading), '@');
        $filled = array_values(array_filter(array_map(trim(...), $cells), static fn (string $cell): bool => '' !== $cell));
        if ([] === $filled) {
            return $marked ? ColumnKind::Picture : ColumnKind::Text;
        }
        foreach (
            [
                ColumnKind::YesNo,
                ColumnKind::Number,
                ColumnKind::Date,
                ColumnKind::Colour,
                ColumnKind::Address,
                ColumnKind::Picture,
            ] as $kind
        ) {
            // A cell that happens to read like a colour or a picture proves little; all of them do.
            $needed = \in_array($kind, [ColumnKind::YesNo, ColumnKind::Colour, ColumnKind::Picture], true) ? 1.0 : self::MOST;
            if ($this->sure($kind, $filled) && $this->share($kind, $filled) >= $needed) {
                return $kind;
            }
        }

        // Some programs want an @ before the heading of pictures, others before every heading; words with spaces
        // between are no file's name.
        return $marked && [] === array_filter($filled, static fn (string $cell): bool => 1 === preg_match('/\s/u', $cell))
            ? ColumnKind::Picture
            : ColumnKind::Text;
    }

    /** The kind of a column: the one somebody said, else the one its first cells have. */
    public function ofColumn(Table $table, Column $column): ColumnKind
    {
        return $column->kind ??
            $this->infer(
                array_map(
                    static fn (Row $row): string => $row->cells[$column->index],
                    \array_slice($table->rows, 0, self::SAMPLE),
                ),
                $column->heading,
            );
    }

    /** Whether a cell is what its column's kind says; an empty one always is. */
    public function fits(ColumnKind $kind, string $cell, ?bool $monthFirst = null): bool
    {
        $cell = trim($cell);

        return '' === $cell ||
            match ($kind) {
                ColumnKind::Text => true,
                ColumnKind::Number => null !== $this->reader->number($cell),
                ColumnKind::Date => null !== $this->reader->date($cell, $monthFirst),
                ColumnKind::YesNo => null !== self::yes($cell),
                ColumnKind::Colour => 1 === preg_match(self::COLOUR, $cell),
                ColumnKind::Address => 1 === preg_match(self::MAIL, $cell) || 1 === preg_match(self::WEB, $cell),
                ColumnKind::Picture => null !== $this->pictures->find($cell),
            };
    }

    /**
     * The first date of a column that could be read either way round, as 03/04/2026 can, where nothing in the column tells which.
     *
     * @param iterable<string> $cells
     */
    public function ambiguous(iterable $cells): ?string
    {
        $found = null;
        foreach ($cells as $cell) {
            if (1 === preg_match(self::SHORT_DATE, trim($cell), $m)) {
                if ((int) $m[1] > 12 || (int) $m[3] > 12) {
                    return null;
                }
                $found ??= (int) $m[1] !== (int) $m[3] ? trim($cell) : null;
            }
        }

        return $found;
    }

    /**
     * Which way round the dates of a column are, where a day above 12 tells; null where none does.
     *
     * @param iterable<string> $cells
     */
    public function monthFirst(iterable $cells): ?bool
    {
        foreach ($cells as $cell) {
            if (1 === preg_match(self::SHORT_DATE, trim($cell), $m) && (int) $m[1] > 12 !== (int) $m[3] > 12) {
                return (int) $m[3] > 12;
            }
        }

        return null;
    }

    public static function yes(string $cell): ?bool
    {
        $cell = mb_strtolower(trim($cell), 'UTF-8');

        return \in_array($cell, self::YES, true) ? true : (\in_array($cell, self::NO, true) ? false : null);
    }

    /** @param non-empty-list<string> $cells */
    private function share(ColumnKind $kind, array $cells): float
    {
        return \count(
            array_filter(
                $cells,
                fn (string $cell): bool => ColumnKind::Picture === $kind
                    ? 1 === preg_match(self::PICTURE, $cell) || $this->fits($kind, $cell)
                    : $this->fits($kind, $cell),
            ),
        ) / \count($cells);
    }

    /** @param non-empty-list<string> $cells */
    private function sure(ColumnKind $kind, array $cells): bool
    {
        return match ($kind) {
            // Leading zeros are the sign of a register or tag number, which nobody adds up.
            ColumnKind::Number => [] === array_filter($cells, static fn (string $cell): bool => 1 === preg_match('/^0\d/', $cell)),
            // A bare 123 or "fee" is no colour.
            ColumnKind::Colour => [] !== array_filter($cells, static fn (string $cell): bool => str_starts_with($cell, '#')),
            ColumnKind::YesNo => \count(array_unique(array_map(mb_strtolower(...), $cells))) <= 2 &&
                [] !==
                    array_filter(
                        $cells,
                        static fn (string $cell): bool => mb_strlen($cell) > 1 || \in_array($cell, ['✓', '✗'], true),
                    ),
            default => true,
        };
    }
}

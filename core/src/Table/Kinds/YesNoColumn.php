<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Yes or no, in the words and marks people use. */
final readonly class YesNoColumn extends KindOfColumn
{
    private const YES = [
        'yes', 'y', 'true', 'on', '✓', '✔', '☑', 'x',
        'ja', 'oui', 'sí', 'si', 'sì', 'sim', 'tak', 'ano', 'áno', 'igen', 'kyllä', 'jo', 'evet', 'da', 'ναι', 'да', 'так', 'はい', '是',
    ];
    private const NO = [
        'no', 'n', 'false', 'off', '✗', '✘', '☐', '-', '–', '—',
        'nein', 'non', 'nee', 'não', 'nie', 'ne', 'nem', 'ei', 'nej', 'nei', 'hayır', 'nu', 'όχι', 'нет', 'ні', 'いいえ', '否',
    ];

    /** What a cell says; null if neither. */
    public static function read(string $cell): ?bool
    {
        $cell = mb_strtolower(trim($cell), 'UTF-8');

        return \in_array($cell, self::YES, true) ? true : (\in_array($cell, self::NO, true) ? false : null);
    }

    public function fits(string $cell, CellReading $reading): bool
    {
        return null !== self::read($cell);
    }

    public function neededShare(): float
    {
        return 1.0;
    }

    /** A single letter proves little, and so do three different words. */
    public function sure(array $cells): bool
    {
        return \count(array_unique(array_map(mb_strtolower(...), $cells))) <= 2 &&
            [] !==
                array_filter(
                    $cells,
                    static fn (string $cell): bool => mb_strlen($cell) > 1 || \in_array($cell, ['✓', '✗'], true),
                );
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** What is printed around pieces for cutting and folding. */
enum SheetMark: string
{
    case Trim = 'trim';
    case Cut = 'cut';
    case Fold = 'fold';
    case Registration = 'registration';
    case Centre = 'centre';
    case Slug = 'slug';

    /** How many millimetres it takes up beyond the bleed of the outermost pieces. */
    private function room(): float
    {
        return match ($this) {
            self::Cut => 0.0,
            self::Trim, self::Fold, self::Registration => 6.0,
            self::Centre => 4.0,
            self::Slug => 4.0,
        };
    }

    /** @param list<self> $marks those that are printed; the slug line lies outside of all others */
    public static function take(array $marks): float
    {
        $rest = array_filter($marks, static fn (self $mark): bool => self::Slug !== $mark);
        $most = max(0.0, 0.0, ...array_map(static fn (self $mark): float => $mark->room(), array_values($rest)));

        return $most + (\in_array(self::Slug, $marks, true) ? self::Slug->room() : 0.0);
    }
}

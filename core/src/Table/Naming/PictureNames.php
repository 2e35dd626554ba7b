<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Naming;

/**
 * Finds the picture a cell refers to: exactly, or ignoring folder, case, accents, spaces and dashes, with or without the
 * extension.
 */
final readonly class PictureNames
{
    /** Bytes of names that are compared. */
    private const LONGEST = 200;
    private const ENDINGS = '/\.(png|jpe?g|webp|svg|gif|tiff?|pdf|bmp|heic)$/iu';

    /** @var array<string, true> */
    private array $exact;
    /** @var array<string, string> names by what is left of them without ending */
    private array $folded;

    /** @param list<string> $names */
    public function __construct(array $names)
    {
        $this->exact = array_fill_keys($names, true);
        $folded = [];
        foreach ($names as $name) {
            $folded[self::fold($name)] ??= $name;
        }
        $this->folded = $folded;
    }

    public function find(string $cell): ?string
    {
        $cell = trim($cell);
        if (isset($this->exact[$cell])) {
            return $cell;
        }
        $base = basename(strtr($cell, '\\', '/'));

        return isset($this->exact[$base])
            ? $base
            : ('' === self::fold($base)
                ? null
                : $this->folded[self::fold($base)] ?? null);
    }

    /** The name that differs from the cell by a letter or two; null if there is none or more than one. */
    public function near(string $cell): ?string
    {
        $wanted = self::fold(basename(strtr(trim($cell), '\\', '/')));
        $best = null;
        $least = \PHP_INT_MAX;
        foreach ('' === $wanted || \strlen($wanted) > self::LONGEST ? [] : $this->folded as $folded => $name) {
            $distance = levenshtein($wanted, mb_strcut((string) $folded, 0, self::LONGEST));
            $best = $distance === $least ? null : ($distance < $least ? $name : $best);
            $least = min($least, $distance);
        }

        return $least <= (\strlen($wanted) > 5 ? 2 : 1) ? $best : null;
    }

    private static function fold(string $name): string
    {
        $name = (string) \Normalizer::normalize((string) preg_replace(self::ENDINGS, '', $name), \Normalizer::FORM_KD);
        $name = (string) preg_replace('/[\p{Mn}\s_.\-–—]+/u', '', $name);

        return mb_convert_case($name, \MB_CASE_FOLD, 'UTF-8');
    }
}

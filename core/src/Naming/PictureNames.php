<?php

declare(strict_types=1);

namespace Morphea\Core\Naming;

/**
 * Finds the picture that a cell means among the names there are: as it stands, or whatever its folder, case, accents, spaces and dashes, with or
 * without its ending.
 */
final readonly class PictureNames
{
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

        return isset($this->exact[$base]) ? $base : ('' === self::fold($base) ? null : $this->folded[self::fold($base)] ?? null);
    }

    private static function fold(string $name): string
    {
        $name = (string) \Normalizer::normalize((string) preg_replace(self::ENDINGS, '', $name), \Normalizer::FORM_KD);
        $name = (string) preg_replace('/[\p{Mn}\s_.\-–—]+/u', '', $name);

        return mb_convert_case($name, \MB_CASE_FOLD, 'UTF-8');
    }
}

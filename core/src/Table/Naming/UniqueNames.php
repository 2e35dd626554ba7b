<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Naming;

/**
 * Unique names for files in one folder, whatever their case and Unicode composition, since many systems treat those as
 * equal (Unicode, case folding and NFC).
 */
final class UniqueNames
{
    /** @var array<string, true> */
    private array $taken = [];

    /** The wanted name, or the same with the lowest free number from 2 before its extension. */
    public function give(string $wanted): string
    {
        $dot = strrpos($wanted, '.');
        $slash = strrpos($wanted, '/');
        $at = false === $dot || (false !== $slash && $dot < $slash) ? \strlen($wanted) : $dot;
        $name = $wanted;
        for ($n = 2; isset($this->taken[self::fold($name)]); ++$n) {
            $name = substr($wanted, 0, $at) . "-$n" . substr($wanted, $at);
        }
        $this->taken[self::fold($name)] = true;

        return $name;
    }

    private static function fold(string $name): string
    {
        $folded = mb_convert_case((string) \Normalizer::normalize($name), \MB_CASE_FOLD, 'UTF-8');

        return (string) (\Normalizer::normalize($folded) ?: $folded);
    }
}

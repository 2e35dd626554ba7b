<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

use Morphea\Core\Rendering\Ffi\Library;

/**
 * The Unicode bidirectional algorithm (UAX #9) by FriBidi through FFI: which characters run from right to left, and the
 * visual order of runs.
 */
final class Bidi
{
    private const HEADER = <<<'C'
    void fribidi_get_bidi_types(const uint32_t *str, const int len, uint32_t *btypes);
    int8_t fribidi_get_par_embedding_levels_ex(const uint32_t *bidi_types, const uint32_t *bracket_types, const int len,
        uint32_t *pbase_dir, int8_t *embedding_levels);
    C;
    /** FRIBIDI_PAR_ON: the base direction comes from the first strong character. */
    private const FROM_TEXT = 0x40;

    public static function needed(string $text): bool
    {
        return 1 === preg_match('/[\p{Arabic}\p{Hebrew}\p{Syriac}\p{Thaana}\p{Nko}\x{200F}\x{202B}\x{202E}\x{2067}]/u', $text);
    }

    /**
     * @param list<int> $codepoints of one line
     *
     * @return array{levels: list<int>, rightToLeft: bool} a level a character (odd runs right to left), and the line's base direction
     */
    public function levels(array $codepoints): array
    {
        $n = \count($codepoints);
        if (0 === $n) {
            return ['levels' => [], 'rightToLeft' => false];
        }
        $ffi = Library::bind(self::HEADER, 'libfribidi.so.0', 'libfribidi0');
        $text = $ffi->new("uint32_t[$n]");
        foreach ($codepoints as $i => $codepoint) {
            $text[$i] = $codepoint;
        }
        $types = $ffi->new("uint32_t[$n]");
        $levels = $ffi->new("int8_t[$n]");
        $base = $ffi->new('uint32_t[1]');
        $base[0] = self::FROM_TEXT;
        $ffi->fribidi_get_bidi_types($text, $n, $types);
        $ffi->fribidi_get_par_embedding_levels_ex($types, null, $n, $base, $levels);
        $out = [];
        for ($i = 0; $i < $n; ++$i) {
            $out[] = (int) $levels[$i];
        }

        return ['levels' => $out, 'rightToLeft' => self::isOdd((int) $base[0])];
    }

    private static function isOdd(int $level): bool
    {
        return 1 === $level % 2;
    }

    /**
     * Rule L2: from the highest level to the lowest odd one, reverse every run of characters at that level or higher.
     *
     * @template T
     *
     * @param list<T>   $runs
     * @param list<int> $levels one a run
     *
     * @return list<T> in the order they stand from left to right
     */
    public static function visualOrder(array $runs, array $levels): array
    {
        $order = array_keys($runs);
        for ($level = max([0, ...$levels]); $level >= 1; --$level) {
            for ($i = 0, $n = \count($order); $i < $n; ++$i) {
                $j = $i;
                while ($j < $n && $levels[$order[$j]] >= $level) {
                    ++$j;
                }
                if ($j - $i > 1) {
                    array_splice($order, $i, $j - $i, array_reverse(\array_slice($order, $i, $j - $i)));
                }
                $i = max($i, $j - 1);
            }
        }

        return array_map(static fn (int $i): mixed => $runs[$i], $order);
    }
}

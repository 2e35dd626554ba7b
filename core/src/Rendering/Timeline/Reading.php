<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/**
 * How long it takes to read words on a screen. 15 letters a second, spaces counted, of alphabets is what subtitles are
 * paced by (F. Karamitroglou, A Proposed Set of Subtitling Standards in Europe, 1998: 150 to 180 words a minute); signs
 * that stand for a syllable or a word take longer each, and so do figures, which are read out as words.
 */
final class Reading
{
    /** Seconds until the eyes are there. */
    private const FOUND = 0.4;
    private const ALPHABET = 15.0;
    /** Letters a second by the script they are of, as PCRE names it. */
    private const SPEEDS = [
        '\p{Han}' => 6.0,
        '[\p{Hiragana}\p{Katakana}]' => 9.0,
        '[\p{Hangul}]' => 9.0,
        '[\p{Thai}\p{Lao}\p{Khmer}\p{Myanmar}]' => 12.0,
        '\p{Nd}' => 6.0,
        '\p{So}' => 3.0,
    ];

    /**
     * @param float|null $speed letters a second, whatever they are; null for what is usual of each
     *
     * @return float seconds; none for no words
     */
    public static function seconds(string $words, ?float $speed = null): float
    {
        $words = trim((string) preg_replace('/\s+/u', ' ', $words));
        if ('' === $words) {
            return 0.0;
        }
        $letters = (int) grapheme_strlen($words);
        if (null !== $speed) {
            return self::FOUND + $letters / $speed;
        }
        $seconds = 0.0;
        foreach (self::SPEEDS as $script => $rate) {
            $count = (int) preg_match_all("/$script/u", $words);
            $seconds += $count / $rate;
            $letters -= $count;
        }

        return self::FOUND + $seconds + max(0, $letters) / self::ALPHABET;
    }
}

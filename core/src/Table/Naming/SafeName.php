<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Naming;

/** File names that work on every system. */
final readonly class SafeName
{
    public const MAX_BYTES = 120;
    /** Names a common desktop system keeps for devices. */
    private const RESERVED = '/^(con|prn|aux|nul|com\d|lpt\d)(\..*)?$/i';

    /** A form that is valid everywhere; accents and other scripts are kept. May be empty. */
    public static function of(string $text, int $bytes = self::MAX_BYTES): string
    {
        $text = (string) \Normalizer::normalize($text);
        $text = preg_replace('~[\x00-\x1F\x7F/\\\\:*?"<>|]+|(?![\x{200C}\x{200D}])[\p{Cf}\p{Co}]~u', ' ', $text) ?? '';
        // A dot at the beginning hides a file, a dash makes it an option of programs.
        $text = ltrim(trim(preg_replace('/\s+/u', ' ', $text) ?? '', ' .'), ' .-');
        if (\strlen($text) > $bytes) {
            $cut = grapheme_extract($text, $bytes, \GRAPHEME_EXTR_MAXBYTES);
            $text = rtrim(false === $cut ? '' : $cut, ' .');
        }

        return 1 === preg_match(self::RESERVED, $text) ? "_$text" : $text;
    }

    /** In plain Latin letters: accents are dropped, other scripts transliterated (CLDR). */
    public static function plain(string $text): string
    {
        $plain = transliterator_transliterate('Any-Latin; Latin-ASCII; [^\x20-\x7E] Remove', $text);

        return false === $plain ? '' : $plain;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** Text from elsewhere in which people wrote columns in braces, by key or by heading: `{Full name}`. */
final readonly class Tokens
{
    private const TOKEN = '/\{\s*([^{}]{1,80}?)\s*\}/u';

    public static function in(string $words): bool
    {
        return 1 === preg_match(self::TOKEN, $words);
    }

    /** Converts it to a pattern; text that cannot be a pattern is taken literally. */
    public static function pattern(string $words, string $locale): Pattern
    {
        $source = '';
        $at = 0;
        preg_match_all(self::TOKEN, $words, $found, \PREG_SET_ORDER | \PREG_OFFSET_CAPTURE);
        foreach ($found as [[$all, $offset], [$inside]]) {
            $source .= Pattern::quote(substr($words, $at, $offset - $at)) . self::column($inside, $locale);
            $at = $offset + \strlen($all);
        }

        return Pattern::parse($source . Pattern::quote(substr($words, $at)), $locale);
    }

    private static function column(string $inside, string $locale): string
    {
        $parts = explode(',', $inside, 2);
        $key = TableBuilder::key($parts[0], 'a');
        try {
            return isset($parts[1]) ? Pattern::parse("{{$key},{$parts[1]}}", $locale)->source : Pattern::column($key);
        } catch (PatternException) {
            return Pattern::column(TableBuilder::key($inside, 'a'));
        }
    }
}

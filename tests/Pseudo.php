<?php

declare(strict_types=1);

namespace Morphea\Tests;

use Symfony\Component\Yaml\Yaml;

/**
 * English as a language that is none: every letter with an accent, forty percent longer, in brackets. What is seen without
 * accents is in no catalogue; what has no closing bracket is cut off; what had no room for other languages breaks out.
 */
final class Pseudo
{
    private const FROM = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ';
    private const TO = 'åƀçðéƒĝĥîĵķļɱñöþǫŕšţûṽŵẋýžÅƁÇÐÉƑĜĤÎĴĶĻṀÑÖÞǪŔŠŢÛṼŴẊÝŽ';
    private const LONGER = 0.4;
    private const MORE = 'öñé ţŵö ţĥŕéé ƒöûŕ ƒîṽé šîẋ šéṽéñ éîĝĥţ ñîñé ţéñ ';

    /** Puts it in the place of the English catalogues of a folder. */
    public static function translate(string $folder): void
    {
        foreach (glob("$folder/*.en.yaml") ?: [] as $file) {
            $catalogue = Yaml::parseFile($file);
            \assert(\is_array($catalogue));
            array_walk_recursive($catalogue, static function (mixed &$pattern, string|int $id): void {
                $pattern = 'direction' === $id ? $pattern : self::of((string) $pattern);
            });
            // Not into the file, which may be one with the true one, but in its place.
            unlink($file);
            file_put_contents($file, Yaml::dump($catalogue, 20));
        }
    }

    /** @param string $pattern of ICU: its slots stay */
    public static function of(string $pattern): string
    {
        $at = 0;
        $text = self::text($pattern, $at);
        $more = (int) ceil(self::LONGER * mb_strlen((string) preg_replace('/\{[^{}]*\}/', '', $pattern)));

        return "[$text " . trim(mb_substr(str_repeat(self::MORE, 1 + intdiv($more, 40)), 0, $more)) . ']';
    }

    private static function text(string $pattern, int &$at): string
    {
        $map = array_combine(str_split(self::FROM), mb_str_split(self::TO));
        $said = '';
        while ($at < \strlen($pattern) && '}' !== $pattern[$at]) {
            if ('{' === $pattern[$at]) {
                $said .= self::slot($pattern, $at);
            } else {
                $said .= $map[$pattern[$at]] ?? $pattern[$at];
                ++$at;
            }
        }

        return $said;
    }

    /** A slot as it stands, but for the words of its branches. */
    private static function slot(string $pattern, int &$at): string
    {
        if (1 === preg_match('/\G\{\s*\w+\s*,\s*(?:plural|select|selectordinal)\s*,/', $pattern, $found, offset: $at)) {
            $said = $found[0];
            $at += \strlen($found[0]);
            while ('}' !== $pattern[$at]) {
                if ('{' === $pattern[$at]) {
                    ++$at;
                    $said .= '{' . self::text($pattern, $at) . '}';
                } else {
                    $said .= $pattern[$at];
                }
                ++$at;
            }
            ++$at;

            return "$said}";
        }
        preg_match('/\G\{[^{}]*\}/', $pattern, $found, offset: $at);
        $at += \strlen($found[0] ?? '{');

        return $found[0] ?? '{';
    }
}

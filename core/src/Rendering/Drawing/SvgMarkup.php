<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Numbers, text and paths as SVG writes them. */
final readonly class SvgMarkup
{
    public static function number(float $value, int $digits = 3): string
    {
        $text = number_format($value, $digits, '.', '');
        $text = rtrim(rtrim($text, '0'), '.');

        return '-0' === $text ? '0' : $text;
    }

    public static function escape(string $text): string
    {
        // Control characters that XML 1.0 cannot hold would make the whole drawing unreadable.
        return htmlspecialchars(
            preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', '', $text) ?? '',
            \ENT_XML1 | \ENT_QUOTES,
            'UTF-8',
        );
    }

    public static function box(Bounds $box): string
    {
        return \sprintf(
            'x="%s" y="%s" width="%s" height="%s"',
            self::number($box->left),
            self::number($box->top),
            self::number($box->width()),
            self::number($box->height()),
        );
    }

    /** @param list<array{string, list<float>}> $steps M, L, C or Z, each with its points in turn */
    public static function path(array $steps, int $digits = 3): string
    {
        $number = static fn (float $value): string => self::number($value, $digits);

        return implode(
            '',
            array_map(static fn (array $step): string => $step[0] . implode(' ', array_map($number, $step[1])), $steps),
        );
    }

    public static function turn(float $degrees, float $x, float $y): string
    {
        return \sprintf('rotate(%s %s %s)', self::number($degrees), self::number($x), self::number($y));
    }

    /** A name for a definition, derived from its content: equal definitions have equal names. */
    public static function name(string $kind, string $holds): string
    {
        return "$kind-" . substr(hash('sha256', $holds), 0, 12);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Correction;
use Morphea\Core\Message;

/** Encodes a value as a symbol of any kind. */
final readonly class CodeEncoder
{
    private const LEAST_ON_SCREEN = 2.0;
    /** Pages finer than this are meant for paper. */
    private const PRINT_DPI = 150;
    private const LEVELS = ['L' => 1, 'M' => 2, 'Q' => 3, 'H' => 4];

    /** @throws CodeException */
    public static function encode(CodeKind $kind, string $words, Correction $correction = Correction::Medium): Symbol
    {
        $standard = Standard::of($kind);
        $held = 0 < $standard->digits ? (string) preg_replace('/[\s-]+/', '', $words) : $words;
        $given = \strlen($held) === $standard->digits ? substr($held, -1) : null;
        if (
            1 !== preg_match($standard->words, $held)
            || (0 < $standard->digits && !\in_array(\strlen($held), [$standard->digits - 1, $standard->digits], true))
        ) {
            throw self::refused($kind, $standard, $words);
        }
        try {
            $made = Zint::encode(
                $standard->symbology,
                null === $given ? $held : substr($held, 0, -1),
                $standard->isGs1 ? Zint::GS1 : Zint::UTF_8,
                $standard->hasCorrection ? self::LEVELS[$correction->value] : 0,
                $standard->option3,
            );
        } catch (CodeException $e) {
            throw self::refused($kind, $standard, $words, $e->getMessage());
        }
        if (null !== $given && $given !== substr($made['text'], -1)) {
            throw new CodeException(new Message('warnings.code.bad_digit', [
                'text' => $held,
                'given' => $given,
                'right' => substr($made['text'], -1),
            ]));
        }
        $under = $kind->isBars() ? self::under($standard, trim($made['text'], '*')) : '';

        return new Symbol($made['rows'], $standard->quietBefore, $standard->quietAfter, $under, self::aspect($kind));
    }

    /** The smallest module that scans reliably, in dots. */
    public static function leastModule(CodeKind $kind, float $dpi): float
    {
        return self::isForPaper($dpi) ? (Standard::of($kind)->leastMm / 25.4) * $dpi : self::LEAST_ON_SCREEN;
    }

    public static function isForPaper(float $dpi): bool
    {
        return $dpi >= self::PRINT_DPI;
    }

    /** The height of a module as a factor of its width: 3 for rows of PDF417 (ISO/IEC 15438). */
    private static function aspect(CodeKind $kind): int
    {
        return CodeKind::Pdf417 === $kind ? 3 : 1;
    }

    /** The text below the bars, grouped as its standard says. */
    private static function under(Standard $standard, string $text): string
    {
        $text = (string) preg_replace('/[\x00-\x1F\x7F]/', ' ', $text);
        $parts = [];
        foreach ($standard->groups as $length) {
            $parts[] = substr($text, 0, $length);
            $text = substr($text, $length);
        }

        return implode(' ', [...$parts, ...'' === $text ? [] : [$text]]);
    }

    private static function refused(CodeKind $kind, Standard $standard, string $words, string $why = ''): CodeException
    {
        return new CodeException(new Message('' === $why ? 'warnings.code.refused' : 'warnings.code.refused_why', [
            'text' => mb_strimwidth($words, 0, 40, '…', 'UTF-8'),
            'kind' => $kind->label(),
            'takes' => $standard->takes(),
        ] + ('' === $why ? [] : ['why' => $why])));
    }
}

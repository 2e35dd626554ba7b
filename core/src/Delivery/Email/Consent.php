<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Table\Kinds\YesNoColumn;

/** What a cell says about consent to email. Only a clear yes counts as yes; anything unclear is asked about. */
enum Consent
{
    case Given;
    case Refused;
    case Unclear;

    private const LONGEST = 120;

    /** @param list<string> $yes answers, folded, that somebody said to mean yes */
    public static function of(string $cell, array $yes = []): self
    {
        $said = self::fold($cell);
        if ('' === $said) {
            return self::Refused;
        }
        // A column of 1 and 0 is one of numbers, but says as much.
        $known = ['1' => true, '0' => false][$said] ?? YesNoColumn::read($said);

        return match (true) {
            null !== $known => $known ? self::Given : self::Refused,
            \in_array($said, $yes, true) => self::Given,
            default => self::Unclear,
        };
    }

    /** An answer prepared for comparison: lower case, single spaces, no full stop at the end. */
    public static function fold(string $cell): string
    {
        $words = trim((string) preg_replace('/[\s\p{Z}\p{C}]+/u', ' ', mb_scrub($cell, 'UTF-8')));

        return mb_substr(mb_strtolower(rtrim($words, '.! '), 'UTF-8'), 0, self::LONGEST);
    }
}

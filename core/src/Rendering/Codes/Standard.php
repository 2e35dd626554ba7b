<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Message;

/**
 * What the standard of a kind of code asks for.
 *
 * `words` is what it may hold, `takes` says so to people; of those with a check digit, `digits` counts all of them. The
 * quiet zones lie before and after the code (round all of a square one), in modules. `leastMm` is the smallest module
 * that is read reliably from print: GS1 General Specifications, ISO/IEC 15417 and 16388, common practice for the others.
 * `groups` parts the digits under the bars. The symbology and the options are those of zint.h.
 */
final readonly class Standard
{
    private const DIGITS = '/^\d+$/';
    private const ANY = '/^.+$/us';

    /** @param list<int> $groups */
    private function __construct(
        public int $symbology,
        public string $words,
        public string $takes,
        public float $leastMm,
        public int $quietBefore,
        public int $quietAfter,
        public int $digits = 0,
        public array $groups = [],
        public bool $hasCorrection = false,
        public int $option3 = 0,
        public bool $isGs1 = false,
        public bool $unicode = false,
    ) {
    }

    public static function of(CodeKind $kind): self
    {
        return match ($kind) {
            CodeKind::Qr => new self(58, self::ANY, '2953', 0.33, 4, 4, hasCorrection: true, unicode: true),
            // Square forms only.
            CodeKind::DataMatrix => new self(71, self::ANY, '1555', 0.255, 1, 1, option3: 100, unicode: true),
            CodeKind::Aztec => new self(92, self::ANY, '1914', 0.255, 1, 1, unicode: true),
            CodeKind::Pdf417 => new self(55, self::ANY, '1108', 0.2, 2, 2, unicode: true),
            CodeKind::Code128 => new self(
                20,
                '/^[\x00-\x7F]{1,80}$/',
                'ascii',
                0.25,
                10,
                10,
            ),
            CodeKind::Gs1128 => new self(
                16,
                '/^\(\d{2,4}\)[\x20-\x7E]+$/',
                'gs',
                0.25,
                10,
                10,
                isGs1: true,
            ),
            CodeKind::Code39 => new self(
                8,
                '/^[0-9A-Z \-.$\/+%]{1,60}$/i',
                'capitals',
                0.25,
                10,
                10,
            ),
            CodeKind::Ean13 => new self(13, self::DIGITS, '', 0.264, 11, 7, digits: 13, groups: [1, 6, 6]),
            CodeKind::Ean8 => new self(13, self::DIGITS, '', 0.264, 7, 7, digits: 8, groups: [4, 4]),
            CodeKind::UpcA => new self(34, self::DIGITS, '', 0.264, 9, 9, digits: 12, groups: [1, 5, 5, 1]),
            CodeKind::Itf14 => new self(89, self::DIGITS, '', 0.495, 10, 10, digits: 14, groups: [1, 2, 5, 5, 1]),
        };
    }

    /** What can be encoded, in words. */
    public function takes(): Message
    {
        return match (true) {
            $this->digits > 0 => new Message('warnings.code.takes.digits', ['digits' => $this->digits - 1, 'all' => $this->digits]),
            ctype_digit($this->takes) => new Message('warnings.code.takes.characters', ['most' => (int) $this->takes]),
            default => new Message("warnings.code.takes.$this->takes"),
        };
    }
}

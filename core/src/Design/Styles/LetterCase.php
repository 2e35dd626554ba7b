<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum LetterCase: string
{
    case AsWritten = 'as-written';
    case Upper = 'upper';
    case Lower = 'lower';

    public function apply(string $text): string
    {
        return match ($this) {
            self::AsWritten => $text,
            self::Upper => mb_strtoupper($text, 'UTF-8'),
            self::Lower => mb_strtolower($text, 'UTF-8'),
        };
    }
}

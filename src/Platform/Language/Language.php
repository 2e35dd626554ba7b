<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Symfony\Component\HttpFoundation\Request;

/** Languages of the interface, by BCP 47. */
enum Language: string
{
    case English = 'en';
    case German = 'de';
    case French = 'fr';
    case Spanish = 'es';

    /** As its speakers call it. */
    public function ownName(): string
    {
        return match ($this) {
            self::English => 'English',
            self::German => 'Deutsch',
            self::French => 'Français',
            self::Spanish => 'Español',
        };
    }

    /** The locale its dates and times are written by: ours are British. */
    public static function formats(string $locale): string
    {
        return 'en' === $locale ? 'en_GB' : $locale;
    }

    /** The one of a locale, as a design has it; English where we do not have it. */
    public static function ofLocale(string $locale): self
    {
        return self::tryFrom(substr($locale, 0, 2)) ?? self::English;
    }

    /** The one that an address names. */
    public static function chosen(Request $request): ?self
    {
        $said = $request->query->all()['lang'] ?? null;

        return \is_string($said) ? self::tryFrom($said) : null;
    }

    /** What a browser asks for, as far as we have it. */
    public static function wanted(Request $request): self
    {
        return self::tryFrom((string) $request->getPreferredLanguage(array_column(self::cases(), 'value'))) ?? self::English;
    }
}

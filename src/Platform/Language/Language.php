<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Symfony\Component\HttpFoundation\Request;

/** The languages of the interface, by BCP 47. */
enum Language: string
{
    case English = 'en';
    case German = 'de';
    case French = 'fr';
    case Spanish = 'es';

    /** Its own name for itself. */
    public function ownName(): string
    {
        return match ($this) {
            self::English => 'English',
            self::German => 'Deutsch',
            self::French => 'Français',
            self::Spanish => 'Español',
        };
    }

    /** The locale of a new design by somebody who reads this language. */
    public function designLocale(): string
    {
        return match ($this) {
            self::English => 'en_GB',
            self::German => 'de_DE',
            self::French => 'fr_FR',
            self::Spanish => 'es_ES',
        };
    }

    /** The locale for dates and times; English ones are British. */
    public static function formats(string $locale): string
    {
        return 'en' === $locale ? 'en_GB' : $locale;
    }

    /** The language of a locale, such as a design's; English if it is not available. */
    public static function ofLocale(string $locale): self
    {
        return self::tryFrom(substr($locale, 0, 2)) ?? self::English;
    }

    /** The language a URL names. */
    public static function chosen(Request $request): ?self
    {
        $said = $request->query->all()['lang'] ?? null;

        return \is_string($said) ? self::tryFrom($said) : null;
    }

    /** The best match for what a browser asks for. */
    public static function wanted(Request $request): self
    {
        return self::tryFrom((string) $request->getPreferredLanguage(array_column(self::cases(), 'value'))) ?? self::English;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Symfony\Contracts\Translation\TranslatorInterface;

/** The languages a design can be in. */
final readonly class DesignLanguages
{
    /** The most widely used ones, each with the regions whose dates or numbers differ. */
    private const OFFERED = [
        ...['ar', 'bg', 'ca', 'cs', 'cy', 'da', 'de_AT', 'de_CH', 'de_DE', 'el', 'en_AU', 'en_CA', 'en_GB', 'en_IE', 'en_US'],
        ...['es_ES', 'es_MX', 'et', 'eu', 'fa', 'fi', 'fr_CA', 'fr_CH', 'fr_FR', 'ga', 'gl', 'he', 'hi', 'hr', 'hu', 'id'],
        ...['is', 'it', 'ja', 'ko', 'lt', 'lv', 'ms', 'nb', 'nl_BE', 'nl_NL', 'pl', 'pt_BR', 'pt_PT', 'ro', 'ru', 'sk', 'sl'],
        ...['sr', 'sv', 'th', 'tr', 'uk', 'ur', 'vi', 'zh_Hans', 'zh_Hant'],
    ];

    public function __construct(private TranslatorInterface $translator)
    {
    }

    /**
     * @param string $current the design's, which is listed whatever it is
     *
     * @return array<string, string> names by locale, in the reader's language and order
     */
    public function all(string $current): array
    {
        $reader = $this->translator->getLocale();
        $names = [];
        foreach (array_unique([...self::OFFERED, $current]) as $locale) {
            $name = \Locale::getDisplayName($locale, $reader) ?: $locale;
            $names[$locale] = mb_strtoupper(mb_substr($name, 0, 1, 'UTF-8'), 'UTF-8') . mb_substr($name, 1, null, 'UTF-8');
        }
        (new \Collator($reader))->asort($names);

        return $names;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Morphea\App\Platform\Clock\TimeZones;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Translation\LocaleSwitcher;
use Twig\Attribute\AsTwigFunction;

/**
 * The language of pages for visitors: the project's, unless they chose another at the foot of the page. The choice is
 * part of the URL because nothing is stored about them.
 */
final readonly class GuestLanguage
{
    public function __construct(private RequestStack $requests, private LocaleSwitcher $locale, private TimeZones $zones)
    {
    }

    /** @param string|null $zone of whose page it is: times are said in theirs */
    public function speak(Language $own, ?string $zone): void
    {
        $this->zones->read($zone);
        $language = $this->chosen() ?? $own;
        $this->requests->getCurrentRequest()?->setLocale($language->value);
        $this->locale->setLocale($language->value);
    }

    /** @return array{lang?: string} for addresses of pages that follow */
    #[AsTwigFunction('chosen_language')]
    public function parameters(): array
    {
        $chosen = $this->chosen();

        return null === $chosen ? [] : ['lang' => $chosen->value];
    }

    private function chosen(): ?Language
    {
        $request = $this->requests->getCurrentRequest();

        return null === $request ? null : Language::chosen($request);
    }
}

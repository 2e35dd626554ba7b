<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Language\Language;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Translation\LocaleSwitcher;

/**
 * Sets the language of a request and the time zone of its times: the language in the URL, else the signed-in member's,
 * else the browser's. The member is known after the firewall; errors before that are in the browser's language.
 */
final readonly class LanguageListener
{
    private const BEFORE_ROUTER = 40;
    private const AFTER_FIREWALL = 4;

    public function __construct(private TokenStorageInterface $tokens, private LocaleSwitcher $locale, private TimeZones $zones)
    {
    }

    #[AsEventListener(KernelEvents::REQUEST, priority: self::BEFORE_ROUTER)]
    public function guess(RequestEvent $event): void
    {
        if ($event->isMainRequest()) {
            $this->zones->read(null);
            $this->speak($event->getRequest(), Language::chosen($event->getRequest()) ?? Language::wanted($event->getRequest()));
        }
    }

    #[AsEventListener(KernelEvents::REQUEST, priority: self::AFTER_FIREWALL)]
    public function know(RequestEvent $event): void
    {
        $member = $this->tokens->getToken()?->getUser();
        $own = $member instanceof Member ? $member->language() : null;
        if ($event->isMainRequest() && $member instanceof Member) {
            $this->zones->read($member->zone());
        }
        if ($event->isMainRequest() && null !== $own && null === Language::chosen($event->getRequest())) {
            $this->speak($event->getRequest(), $own);
        }
    }

    private function speak(Request $request, Language $language): void
    {
        $request->setLocale($language->value);
        $this->locale->setLocale($language->value);
    }
}

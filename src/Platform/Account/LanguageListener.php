<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Language\Language;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Translation\LocaleSwitcher;

/**
 * The language of a request: that of an address that names one, else of the member who is signed in, else what the browser
 * asks for. After the firewall, which knows who is signed in.
 */
#[AsEventListener(KernelEvents::REQUEST, priority: 4)]
final readonly class LanguageListener
{
    public function __construct(private TokenStorageInterface $tokens, private LocaleSwitcher $locale)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $request = $event->getRequest();
        $member = $this->tokens->getToken()?->getUser();
        $language = Language::tryFrom($request->query->getString('lang'))
            ?? ($member instanceof Member ? $member->language() : null)
            ?? Language::wanted($request);
        $request->setLocale($language->value);
        $this->locale->setLocale($language->value);
    }
}

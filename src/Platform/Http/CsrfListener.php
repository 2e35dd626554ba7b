<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/**
 * Every request that changes something must carry the session's token, in a form's `_token` or as a header; no route can
 * forget it.
 */
#[AsEventListener]
final readonly class CsrfListener
{
    public function __construct(private CsrfTokenManagerInterface $tokens, private Words $words)
    {
    }

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe()) {
            return;
        }
        // A mail program that takes its reader off (RFC 8058) comes from nowhere, with an address nobody can guess.
        if ('off' === $request->attributes->get('_guest')) {
            return;
        }
        // Before signing in, and for guests, there is no session: there the request's origin is what counts.
        $route = (string) $request->attributes->get('_route');
        $guest = $request->attributes->has('_guest') || (str_starts_with($route, 'sign_') && 'sign_out' !== $route);
        $id = $guest ? 'sign' : 'form';
        $fields = $request->request->all();
        $form = $fields['sign_up_form'] ?? [];
        $token =
            $request->headers->get('X-CSRF-Token') ??
            ($fields['_token'] ?? (\is_array($form) ? $form['_token'] ?? null : null));
        if (!\is_string($token) || !$this->tokens->isTokenValid(new CsrfToken($id, $token))) {
            throw new AccessDeniedHttpException($this->words->say(new Message('errors.stale_page')));
        }
    }
}

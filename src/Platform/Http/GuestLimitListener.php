<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Twig\Environment;

/**
 * Limits how often one network may use public pages: their routes name the action in `_guest`, and RateLimit says how
 * often. Routes that count only failures check for themselves.
 */
#[AsEventListener(priority: 10)]
final readonly class GuestLimitListener
{
    public function __construct(private RateLimiter $limits, private Environment $twig)
    {
    }

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        $limit = RateLimit::tryFrom($request->attributes->getString('_guest'));
        if (!$event->isMainRequest() || null === $limit || RateLimit::WrongCode === $limit) {
            return;
        }
        $refused = $this->take($limit, $request);
        null === $refused || $event->setController(static fn (): Response => $refused);
    }

    /** @return Response|null what is answered instead, where it was done too often */
    public function take(RateLimit $limit, Request $request): ?Response
    {
        $wait = $this->limits->take($limit, RateLimiter::network($request->getClientIp()));

        return 0 === $wait ? null : new Response(
            $this->twig->render('public/gone.html.twig', [
                'why' => new Message('public.too_often.about', ['wait' => RateLimiter::words($wait)]),
                'title' => new Message('public.too_often.title'),
            ]),
            Response::HTTP_TOO_MANY_REQUESTS,
            ['Retry-After' => (string) $wait],
        );
    }
}

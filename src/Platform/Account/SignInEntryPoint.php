<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;

/**
 * Redirects pages to the sign-in page and answers scripts with an error, so that no sign-in page is taken for data.
 * Nothing is stored about the visitor: the page they wanted is in the URL.
 */
#[AsEventListener(priority: 5)]
final readonly class SignInEntryPoint implements AuthenticationEntryPointInterface
{
    public function __construct(
        private UrlGeneratorInterface $urls,
        private TokenStorageInterface $tokens,
        private Words $words,
    ) {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $e = $event->getThrowable();
        if (
            ($e instanceof AccessDeniedException || $e instanceof AuthenticationException) &&
            null === $this->tokens->getToken()?->getUser()
        ) {
            $event->setResponse($this->start($event->getRequest()));
            $event->allowCustomResponseCode();
        }
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        if ($request->headers->has('HX-Request') || $request->headers->has('X-Requested-With')) {
            return new Response($this->words->say(new Message('errors.signed_out')), Response::HTTP_UNAUTHORIZED);
        }
        $to = $request->isMethod('GET') && '/' !== $request->getPathInfo() ? ['to' => $request->getRequestUri()] : [];

        return new RedirectResponse($this->urls->generate('sign_in', $to));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;

/** Pages lead to signing in; what scripts ask is told plainly, so that no sign-in page is taken for an answer. */
final readonly class SignInFirst implements AuthenticationEntryPointInterface
{
    public function __construct(private UrlGeneratorInterface $urls)
    {
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return $request->headers->has('HX-Request') || $request->headers->has('X-Requested-With')
            ? new Response('You are signed out.', Response::HTTP_UNAUTHORIZED)
            : new RedirectResponse($this->urls->generate('sign_in'));
    }
}

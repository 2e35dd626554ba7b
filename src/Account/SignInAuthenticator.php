<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\CustomUserMessageAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\CsrfTokenBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\PasswordUpgradeBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Credentials\PasswordCredentials;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/**
 * Signing in. Wrong passwords are counted by the address that is tried and by where it comes from; nothing is kept of a
 * visitor who does not get in.
 */
final class SignInAuthenticator extends AbstractAuthenticator
{
    /** Wrong passwords for one address, and from one place, in so many seconds. */
    private const FOR_ONE = 8;
    private const FROM_ONE = 30;
    private const SECONDS = 900;

    public function __construct(
        private readonly MemberProvider $members,
        private readonly Attempts $attempts,
        private readonly UrlGeneratorInterface $urls,
    ) {
    }

    public function supports(Request $request): bool
    {
        return $request->isMethod('POST') && 'sign_in' === $request->attributes->get('_route');
    }

    public function authenticate(Request $request): Passport
    {
        $address = MemberProvider::address(mb_substr($request->request->getString('email'), 0, 180));
        $wait = max(
            $this->attempts->wait(Attempts::WRONG_PASSWORD, $address, self::FOR_ONE, self::SECONDS),
            $this->attempts->wait(Attempts::WRONG_PASSWORD, self::place($request), self::FROM_ONE, self::SECONDS),
        );
        if ($wait > 0) {
            throw new CustomUserMessageAuthenticationException(
                'Too many wrong passwords. Wait ' . Attempts::words($wait) . ' and try again.',
            );
        }
        // Counted before it is checked, so that many at once do not slip through; one that is right takes it back.
        $this->attempts->note(Attempts::WRONG_PASSWORD, $address);
        $this->attempts->note(Attempts::WRONG_PASSWORD, self::place($request));
        $password = mb_substr($request->request->getString('password'), 0, 4096);

        return new Passport(
            new UserBadge($address, $this->members->loadUserByIdentifier(...)),
            new PasswordCredentials($password),
            [
                new CsrfTokenBadge('sign', $request->request->getString('_token')),
                new PasswordUpgradeBadge($password, $this->members),
            ],
        );
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): Response
    {
        $this->attempts->forget(Attempts::WRONG_PASSWORD, $token->getUserIdentifier());
        // Whoever has an account of their own does not get more tries at others' by it.
        $this->attempts->takeBack(Attempts::WRONG_PASSWORD, self::place($request));
        $to = $request->request->getString('to');

        // Only within this application, whatever an address says.
        return new RedirectResponse(1 === preg_match('~^/(?![/\\\\])[^\s\\\\]*$~', $to) ? $to : $this->urls->generate('projects'));
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): ?Response
    {
        // The page itself says why.
        $request->attributes->set(SecurityRequestAttributes::AUTHENTICATION_ERROR, $exception);

        return null;
    }

    private static function place(Request $request): string
    {
        return 'from ' . $request->getClientIp();
    }
}

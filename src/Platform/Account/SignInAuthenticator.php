<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Clock\TimeZones;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\Session\FlashBagAwareSessionInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\CsrfTokenBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\PasswordUpgradeBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Credentials\PasswordCredentials;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/** Signing in. Wrong passwords are counted by address and network together; nothing is stored about a visitor who fails. */
final class SignInAuthenticator extends AbstractAuthenticator
{
    /** By which a browser that was signed in with an address before is known again. */
    private const DEVICE = 'device';
    private const DEVICE_DAYS = 400;

    public function __construct(
        private readonly MemberProvider $members,
        private readonly RateLimiter $limits,
        private readonly UrlGeneratorInterface $urls,
        private readonly TimeZones $zones,
        #[Autowire('%kernel.secret%'), \SensitiveParameter] private readonly string $secret,
    ) {
    }

    public function supports(Request $request): bool
    {
        return $request->isMethod('POST') && 'sign_in' === $request->attributes->get('_route');
    }

    public function authenticate(Request $request): Passport
    {
        $address = MemberProvider::address(mb_substr($request->request->getString('email'), 0, 180));
        // Counted before it is checked, so that many at once do not slip through; one that is right takes it back.
        $isKnown = $this->isKnown($request, $address);
        $wait = $this->limits->take(RateLimit::Password, $this->key($request, $address)) ?:
            ($isKnown ? 0 : $this->limits->take(RateLimit::PasswordAnywhere, RateLimiter::network($request->getClientIp())));
        if ($wait > 0) {
            throw new TooManyTriesException(RateLimiter::words($wait));
        }
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
        $address = $token->getUserIdentifier();
        $this->limits->forget(RateLimit::Password, $this->key($request, $address));
        if (!$this->isKnown($request, $address)) {
            // Whoever has an account of their own does not get more tries at others' by it.
            $this->limits->giveBack(RateLimit::PasswordAnywhere, RateLimiter::network($request->getClientIp()));
        }
        $member = $token->getUser();
        $zone = $request->request->getString('zone');
        $session = $request->getSession();
        // Times that were in the zone of the server until now are in another one: that is told.
        if (
            $member instanceof Member && $this->members->settle($member, $zone) &&
            $zone !== $this->zones->server()->getName() && $session instanceof FlashBagAwareSessionInterface
        ) {
            $session->getFlashBag()->add('good', new Message('account.zone.taken', ['zone' => $zone]));
        }
        $to = $request->request->getString('to');

        // Only within this application, whatever an address says.
        $answer = new RedirectResponse(1 === preg_match('~^/(?![/\\\\])[^\s\\\\]*$~', $to) ? $to : $this->urls->generate('projects'));
        $answer->headers->setCookie(
            Cookie::create(self::DEVICE, $this->device($address), '+' . self::DEVICE_DAYS . ' days')
                ->withSecure($request->isSecure())
                ->withSameSite(Cookie::SAMESITE_LAX),
        );

        return $answer;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): ?Response
    {
        // The page itself says why.
        $request->attributes->set(SecurityRequestAttributes::AUTHENTICATION_ERROR, $exception);

        return null;
    }

    /**
     * Attempts at an address count separately for each network and for known devices, so that nobody can lock its owner
     * out.
     */
    private function key(Request $request, string $address): string
    {
        return $this->isKnown($request, $address)
            ? "$address device " . $request->cookies->getString(self::DEVICE)
            : "$address from " . RateLimiter::network($request->getClientIp());
    }

    private function isKnown(Request $request, string $address): bool
    {
        $device = $request->cookies->getString(self::DEVICE);
        [$name] = explode('.', $device);

        return '' !== $name && hash_equals($this->device($address, $name), $device);
    }

    private function device(string $address, ?string $name = null): string
    {
        $name ??= bin2hex(random_bytes(12));

        return "$name." . substr(hash_hmac('sha256', "device $address $name", $this->secret), 0, 32);
    }
}

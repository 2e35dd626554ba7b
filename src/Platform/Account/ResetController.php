<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Setting a new password through a link in an email, which is valid for an hour and once. */
final class ResetController extends AbstractController
{
    private const ANSWER_SECONDS = 0.4;

    public function __construct(private readonly PasswordResets $resets, private readonly RateLimiter $limits)
    {
    }

    #[Route('/sign-reset', name: 'sign_reset', methods: ['GET', 'POST'])]
    public function ask(Request $request): Response
    {
        $asked = false;
        $error = null;
        if ($request->isMethod('POST')) {
            $address = MemberProvider::address(mb_substr($request->request->getString('email'), 0, 180));
            // Where it comes from counts first: somebody else's address is not used up by whoever may not ask any more.
            $wait = $this->limits->take(RateLimit::ResetAnywhere, RateLimiter::network($request->getClientIp())) ?:
                $this->limits->take(RateLimit::Reset, $address);
            if ($wait > 0) {
                $error = new Message('account.reset.too_often', ['wait' => RateLimiter::words($wait)]);
            } else {
                $began = Time::precise();
                $this->resets->ask($address);
                // An address nobody has takes as long.
                usleep((int) max(0, 1e6 * (self::ANSWER_SECONDS - (Time::precise() - $began))));
                $asked = true;
            }
        }

        return $this->render(
            'account/reset.html.twig',
            ['asked' => $asked, 'error' => $error],
            new Response(status: null === $error ? 200 : 429),
        );
    }

    #[
        Route(
            '/sign-reset/{token}',
            name: 'sign_reset_with',
            requirements: ['token' => '[0-9a-f]{64}'],
            methods: ['GET', 'POST'],
        ),
    ]
    public function with(string $token, Request $request): Response
    {
        $member = $this->resets->member($token);
        $why = null;
        if (null !== $member && $request->isMethod('POST')) {
            $password = mb_substr($request->request->getString('password'), 0, PasswordRule::MOST + 1);
            $why = PasswordRule::refuses($password, [$member->getUserIdentifier(), $member->name]);
            if (null === $why && $this->resets->take($token, $password)) {
                return $this->redirectToRoute('sign_in', ['changed' => 1], Response::HTTP_SEE_OTHER);
            }
        }

        return $this->render(
            'account/reset-with.html.twig',
            ['member' => $member, 'why' => $why],
            new Response(status: null === $member ? 404 : (null === $why ? 200 : 422)),
        );
    }
}

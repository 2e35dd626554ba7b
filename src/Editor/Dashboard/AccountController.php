<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PasswordRule;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Account\SessionStore;
use Morphea\App\Platform\Account\SignUps;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Language\Language;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The member's account: password, active sessions, space used. */
#[Route('/account')]
final class AccountController extends AbstractController
{
    public function __construct(private readonly SessionStore $sessions, private readonly EntityManagerInterface $entities)
    {
    }

    #[Route('', name: 'account', methods: ['GET'])]
    public function index(#[CurrentUser] Member $member, SpaceUsed $space, TimeZones $zones): Response
    {
        return $this->render('account/account.html.twig', [
            'sessions' => $this->sessions->all($member),
            'space' => $space->measure($member),
            'zone' => $zones->named($member->zone())->getName(),
        ]);
    }

    #[Route('/password', name: 'account_password', methods: ['POST'])]
    public function password(
        #[CurrentUser] Member $member,
        Request $request,
        UserPasswordHasherInterface $hasher,
        RateLimiter $limits,
    ): Response {
        $input = $request->request;
        // Who is signed in is not kept out by whoever tries from elsewhere.
        $key = "account {$member->id()}";
        $wait = $limits->take(RateLimit::Password, $key);
        $new = mb_substr($input->getString('new'), 0, PasswordRule::MOST + 1);
        if ($wait > 0) {
            return $this->told('bad', new Message('account.sign_in.too_often', ['wait' => RateLimiter::words($wait)]));
        }
        if (!$hasher->isPasswordValid($member, mb_substr($input->getString('old'), 0, PasswordRule::MOST))) {
            return $this->told('bad', new Message('account.password.wrong_current'));
        }
        $limits->giveBack(RateLimit::Password, $key);
        if (null !== ($why = PasswordRule::refuses($new, [$member->getUserIdentifier(), $member->name]))) {
            return $this->told('bad', new Message('account.password.not_changed', ['why' => $why]));
        }
        $member->setPassword($hasher->hashPassword($member, $new));
        $this->entities->flush();
        $ended = $this->sessions->end($member, $request->getSession()->getId());

        return $this->told('good', new Message(0 === $ended ? 'account.password.changed' : 'account.password.changed_and_ended'));
    }

    /** Sends an email with a link that confirms the address. */
    #[Route('/confirm', name: 'account_confirm', methods: ['POST'])]
    public function confirm(#[CurrentUser] Member $member, RateLimiter $limits, SignUps $signUps): Response
    {
        $wait = $limits->take(RateLimit::Confirm, "account {$member->id()}");
        if ($wait > 0) {
            return $this->told('bad', new Message('account.confirm.too_often', ['wait' => RateLimiter::words($wait)]));
        }
        $link = $member->isConfirmed() ? null : $signUps->ask($member->getUserIdentifier(), $member->name, '');

        return null === $link
            ? $this->told('good', new Message('account.confirm.sent', ['address' => $member->getUserIdentifier()]))
            : $this->redirect($link, Response::HTTP_SEE_OTHER);
    }

    #[Route('/organisation', name: 'account_whose', methods: ['POST'])]
    public function whose(#[CurrentUser] Member $member, Request $request): Response
    {
        $member->belongsTo($request->request->getString('organisation'), $request->request->getString('signatory'));
        $this->entities->flush();

        return $this->told('good', new Message('account.organisation.saved'));
    }

    #[Route('/language', name: 'account_language', methods: ['POST'])]
    public function language(#[CurrentUser] Member $member, Request $request): Response
    {
        $zone = $request->request->getString('zone');
        if (!TimeZones::isKnown($zone)) {
            return $this->told('bad', new Message('common.zone.unknown'));
        }
        $member->reads(Language::tryFrom($request->request->getString('language')));
        $member->livesIn($zone);
        $this->entities->flush();

        return $this->told('good', new Message('account.language.saved'));
    }

    #[Route('/sign-out-others', name: 'account_others', methods: ['POST'])]
    public function others(#[CurrentUser] Member $member, Request $request): Response
    {
        $ended = $this->sessions->end($member, $request->getSession()->getId());

        return $this->told('good', new Message(0 === $ended ? 'account.sessions.none_ended' : 'account.sessions.ended'));
    }

    private function told(string $kind, Message $words): Response
    {
        $this->addFlash($kind, $words);

        return $this->redirectToRoute('account', status: Response::HTTP_SEE_OTHER);
    }
}

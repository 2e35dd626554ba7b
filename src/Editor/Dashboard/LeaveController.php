<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PasswordRule;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\HeldByOthers;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Deleting an account, after downloading all of its data. */
#[Route('/account')]
final class LeaveController extends AbstractController
{
    public function __construct(private readonly JobDispatcher $desk, private readonly HeldByOthers $outside)
    {
    }

    #[Route('/data', name: 'account_data', methods: ['POST'])]
    public function data(#[CurrentUser] Member $member, Words $words): Response
    {
        foreach ($this->desk->all($member, SaveAll::KIND) as $job) {
            if ($job->isUnderWay()) {
                return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
            }
        }
        $job = $this->desk->note(SaveAll::KIND, $member, null, ['name' => $words->say(new Message('account.data_name'))]);
        $this->desk->ask($job);

        return $this->redirectToRoute('work', ['job' => $job->id()], Response::HTTP_SEE_OTHER);
    }

    /** What would be deleted, and what others hold of it. */
    #[Route('/delete', name: 'account_delete', methods: ['GET'])]
    public function ask(#[CurrentUser] Member $member): Response
    {
        return $this->page($member, false, null);
    }

    /** Confirmed twice: with the password, and with a button that names what is deleted. */
    #[Route('/delete', name: 'account_delete_now', methods: ['POST'])]
    public function delete(
        #[CurrentUser] Member $member,
        Request $request,
        UserPasswordHasherInterface $hasher,
        RateLimiter $limits,
        AccountRemoval $removal,
        Security $security,
    ): Response {
        $key = "account {$member->id()}";
        $wait = $limits->take(RateLimit::Password, $key);
        if ($wait > 0) {
            return $this->page($member, false, new Message('account.sign_in.too_often', ['wait' => RateLimiter::words($wait)]));
        }
        if (!$hasher->isPasswordValid($member, mb_substr($request->request->getString('password'), 0, PasswordRule::MOST))) {
            return $this->page($member, false, new Message('account.delete.wrong_password'));
        }
        $limits->giveBack(RateLimit::Password, $key);
        if (!$request->request->has('sure')) {
            return $this->page($member, true, null);
        }
        $id = $member->id();
        $security->logout(false);
        $removal->remove($id);

        return $this->redirectToRoute('sign_in', ['left' => 1], Response::HTTP_SEE_OTHER);
    }

    private function page(Member $member, bool $sure, ?Message $why): Response
    {
        $lines = [];
        foreach ($this->outside->held($member) as $project) {
            array_push($lines, ...$project);
        }

        return $this->render('account/delete.html.twig', [
            'sure' => $sure,
            'why' => $why,
            'outside' => $lines,
        ], new Response(status: null === $why ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }
}

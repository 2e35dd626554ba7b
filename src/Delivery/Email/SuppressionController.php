<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Account\Member;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Cells\EmailAddressException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The addresses a member no longer writes to from any project, and since when. */
#[Route('/account/not-written-to')]
final class SuppressionController extends AbstractController
{
    public function __construct(private readonly SuppressionList $closed)
    {
    }

    #[Route('', name: 'closed_addresses', methods: ['GET'])]
    public function index(#[CurrentUser] Member $member, Request $request): Response
    {
        $words = mb_substr($request->query->getString('find'), 0, 120);
        $pages = max(1, (int) ceil($this->closed->count($member, $words) / SuppressionList::PAGE));
        $page = max(1, min($pages, $request->query->getInt('page', 1)));

        return $this->render('mail/closed.html.twig', [
            'total' => $this->closed->count($member, ''),
            'find' => $words,
            'typed' => mb_substr($request->query->getString('email'), 0, 254),
            'addresses' => $this->closed->page($member, $words, $page),
            'page' => $page,
            'pages' => $pages,
        ]);
    }

    /** Adds an address whose owner asked by other means than the link in an email. */
    #[Route('/close', name: 'closed_address_close', methods: ['POST'])]
    public function close(#[CurrentUser] Member $member, Request $request, EmailRepository $emails): Response
    {
        $typed = mb_substr($request->request->getString('email'), 0, 254);
        try {
            $email = EmailAddress::of($typed)->email;
            $this->closed->close($member->id(), $email, SkipReason::Asked);
            $emails->leave($member->id(), $email);
            $this->addFlash('good', new Message('account.suppressed.added', ['address' => $email]));
        } catch (EmailAddressException) {
            $this->addFlash('bad', new Message('public.form.no_email'));

            return $this->redirectToRoute('closed_addresses', ['email' => $typed], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('closed_addresses', status: Response::HTTP_SEE_OTHER);
    }

    /** Removes an address that bounced by mistake or was added by mistake. */
    #[Route('/open', name: 'closed_address_open', methods: ['POST'])]
    public function open(#[CurrentUser] Member $member, Request $request): Response
    {
        $email = mb_substr($request->request->getString('email'), 0, 254);
        if ($this->closed->open($member->id(), $email, SkipReason::CameBack, SkipReason::Asked)) {
            $this->addFlash('good', new Message('account.suppressed.removed', ['address' => $email]));
        }

        return $this->redirectToRoute('closed_addresses', status: Response::HTTP_SEE_OTHER);
    }
}

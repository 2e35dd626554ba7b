<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Unsubscribes the recipient of an email, through the link in it or their mail program (RFC 8058). */
final class UnsubscribeController extends AbstractController
{
    #[Route(
        '/off/{token}',
        name: 'mail_off',
        requirements: ['token' => '[A-Za-z0-9_-]{22}'],
        defaults: ['_guest' => 'off'],
        methods: ['GET', 'POST'],
    )]
    public function off(
        string $token,
        Request $request,
        EmailRepository $emails,
        SuppressionList $closed,
        GuestLanguage $language,
        EntityManagerInterface $entities,
    ): Response {
        $found = $emails->byToken($token);
        if (null === $found) {
            $why = new Message('public.not_found.typo');
            $gone = new Response('', Response::HTTP_NOT_FOUND);

            return Unlisted::of($this->render('public/gone.html.twig', ['why' => $why], $gone));
        }
        $project = $entities->find(Project::class, $found['project']);
        null === $project || $language->speak($project->language(), $project->zone());
        // Looking at the page changes nothing: programs that look at links in emails do so unasked.
        if ($request->isMethod('POST')) {
            $closed->close($found['member'], $found['queued']->email, SkipReason::Left);
            $emails->leave($found['member'], $found['queued']->email);
        }

        return Unlisted::of($this->render('public/off.html.twig', ['off' => $request->isMethod('POST')]));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The recipient confirms that the address is theirs. Opening the page changes nothing, because mail programs open links
 * unasked.
 */
final class ConfirmController extends AbstractController
{
    #[Route(
        '/answer/confirm/{token}',
        name: 'answer_confirm',
        requirements: ['token' => '[A-Za-z0-9_-]{22}'],
        defaults: ['_guest' => 'look'],
        methods: ['GET', 'POST'],
        priority: 2,
    )]
    public function confirm(string $token, Request $request, Confirmations $confirmations, GuestLanguage $language): Response
    {
        if ($request->isMethod('POST')) {
            $confirmations->confirm($token);
        }
        $found = $confirmations->find($token);
        if (null === $found) {
            $why = new Message('public.not_found.about');

            return Unlisted::of($this->render('public/gone.html.twig', ['why' => $why], new Response('', Response::HTTP_NOT_FOUND)));
        }

        $language->speak($found['language'], null);
        unset($found['language']);

        return Unlisted::of($this->render('public/confirm.html.twig', $found));
    }
}

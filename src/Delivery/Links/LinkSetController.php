<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Http\GuestLimitListener;
use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The page on which people find their own piece by name and, if its owner wants, by a second detail. */
final class LinkSetController extends AbstractController
{
    private const LONGEST = 80;

    #[Route(
        '/find/{token}',
        name: 'link_set',
        requirements: ['token' => '[A-Za-z0-9_-]{22}'],
        defaults: ['_guest' => 'look'],
        methods: ['GET'],
    )]
    public function find(string $token, Request $request, LinkSets $sets, GuestLimitListener $limits, GuestLanguage $language): Response
    {
        $set = $sets->find($token);
        if (null === $set) {
            $why = new Message('public.not_found.about');

            return Unlisted::of(
                $this->render('public/gone.html.twig', ['why' => $why], new Response('', Response::HTTP_NOT_FOUND)),
            );
        }
        $language->speak($set->project()->language(), $set->project()->zone());
        $said = trim(mb_substr($request->query->getString('name'), 0, self::LONGEST));
        $second = trim(mb_substr($request->query->getString('second'), 0, self::LONGEST));
        // Opening the page is no search.
        if ('' !== $said && null !== ($refused = $limits->take(RateLimit::Search, $request))) {
            return Unlisted::of($refused);
        }
        $headings = array_column($set->project()->columns(), 'heading', 'key');

        return Unlisted::of($this->render('public/find.html.twig', [
            'name' => $set->project()->name(),
            'said' => $said,
            'second' => $second,
            'asks' => '' === $set->second() ? null : $headings[$set->second()] ?? new Message('public.find.second'),
            'found' => '' === $said ? [] : $sets->search($set, $said, $second),
        ]));
    }
}

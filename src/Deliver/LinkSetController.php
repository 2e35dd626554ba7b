<?php

declare(strict_types=1);

namespace Morphea\App\Deliver;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The page on which people find their own piece by a name they know. */
final class LinkSetController extends AbstractController
{
    private const LONGEST = 80;

    #[Route(
        '/find/{token}',
        name: 'link_set',
        requirements: ['token' => '[A-Za-z0-9_-]{22}'],
        defaults: ['_guest' => 'search'],
        methods: ['GET'],
    )]
    public function find(string $token, Request $request, LinkSets $sets): Response
    {
        $set = $sets->find($token);
        if (null === $set) {
            $why = 'There is nothing at this address any more.';

            return Quiet::of(
                $this->render('public/gone.html.twig', ['why' => $why], new Response('', Response::HTTP_NOT_FOUND)),
            );
        }
        $said = mb_substr($request->query->getString('name'), 0, self::LONGEST);

        return Quiet::of($this->render('public/find.html.twig', [
            'name' => $set->project()->name(),
            'said' => $said,
            'found' => '' === trim($said) ? [] : $sets->search($set, $said),
        ]));
    }
}

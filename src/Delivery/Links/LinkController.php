<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use League\Flysystem\FilesystemException;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\App\Runs\Runs\Download;
use Morphea\App\Runs\Runs\FilesGoneException;
use Morphea\App\Runs\Runs\MadePiece;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/**
 * A share page as its visitor sees it: one piece, and nothing about anybody else. No cookie is set, and nothing is
 * recorded about the visitor except that there was one.
 */
#[Route('/s', methods: ['GET'])]
final class LinkController extends AbstractController
{
    private const TOKEN = '[A-Za-z0-9_-]{22}';
    /** Seconds that a picture may be kept by who looked at it. */
    private const KEPT = 300;

    public function __construct(private readonly Links $links, private readonly MadePieces $made, private readonly GuestLanguage $language)
    {
    }

    #[Route('/{token}', name: 'link', requirements: ['token' => self::TOKEN], defaults: ['_guest' => 'look'])]
    public function show(string $token, #[CurrentUser] ?Member $member): Response
    {
        $link = $this->link($token);
        $piece = null === $link ? null : $this->handed($link);
        if (null === $link || null === $piece) {
            return $this->gone($link);
        }
        if ($member?->id() !== $link->project()->owner()->id()) {
            $this->links->count($link, false, basename($piece->piece->name));
        }

        return Unlisted::of($this->render('public/piece.html.twig', [
            'token' => $token,
            'name' => basename($piece->piece->name),
            'files' => $this->made->files($piece),
            'pages' => $this->made->pages($piece),
        ]));
    }

    #[Route(
        '/{token}/{page}.png',
        name: 'link_picture',
        requirements: ['token' => self::TOKEN, 'page' => '\d'],
        defaults: ['_guest' => 'look'],
    )]
    public function picture(string $token, int $page): Response
    {
        $link = $this->link($token);
        $piece = null === $link ? null : $this->handed($link);
        try {
            $png = null === $piece ? null : $this->made->picture($piece, $page);
        } catch (RenderException) {
            $png = null;
        }
        if (null === $png) {
            return Unlisted::of(new Response('', Response::HTTP_NOT_FOUND));
        }

        return Unlisted::of(new Response($png, Response::HTTP_OK, [
            'Content-Type' => 'image/png',
            'Cache-Control' => 'private, max-age=' . self::KEPT,
        ]));
    }

    #[Route(
        '/{token}/files/{number}',
        name: 'link_file',
        requirements: ['token' => self::TOKEN, 'number' => '\d{1,4}'],
        defaults: ['_guest' => 'fetch'],
    )]
    public function fetch(string $token, int $number, Request $request, Download $download, #[CurrentUser] ?Member $member): Response
    {
        $link = $this->link($token);
        $piece = null === $link ? null : $this->handed($link);
        if (null === $link || null === $piece) {
            return $this->gone($link);
        }
        $file = $this->made->file($piece, $number);
        if (null === $file && 0 !== $number) {
            return $this->gone($link);
        }
        try {
            $answer = null !== $file
                ? $download->one($file)
                : new Response($this->made->pdf($piece), Response::HTTP_OK, [
                    'Content-Type' => 'application/pdf',
                    'Content-Disposition' => Attachment::header(basename($piece->piece->name) . '.pdf'),
                ]);
        } catch (RenderException | FilesystemException | FilesGoneException) {
            return $this->gone($link);
        }
        if ($member?->id() !== $link->project()->owner()->id() && !$request->headers->has('Range')) {
            $this->links->count($link, true, basename($piece->piece->name));
        }

        return Unlisted::of($answer);
    }

    private function link(string $token): ?PieceLink
    {
        $link = $this->links->find($token);
        null === $link || $this->language->speak($link->project()->language(), $link->project()->zone());

        return $link;
    }

    private function handed(PieceLink $link): ?MadePiece
    {
        return $link->isTakenBack() || $link->isOver(Time::at()) || !$this->links->hasRow($link)
            ? null
            : $this->piece($link);
    }

    private function piece(PieceLink $link): ?MadePiece
    {
        // A link of a run that is gone shows nothing any more.
        return $link->isNewest() || null !== $link->run()
            ? $this->made->find($link->project(), $link->rowId(), $link->isNewest() ? null : $link->run())
            : null;
    }

    private function gone(?PieceLink $link): Response
    {
        $why = match (true) {
            null === $link => new Message('public.not_found.typo'),
            $link->isOver(Time::at()) => new Message('public.share.expired'),
            $link->isTakenBack() => new Message('public.share.revoked'),
            default => new Message('public.share.deleted'),
        };

        $gone = $this->render('public/gone.html.twig', ['why' => $why], new Response('', Response::HTTP_NOT_FOUND));

        return Unlisted::of($gone);
    }
}

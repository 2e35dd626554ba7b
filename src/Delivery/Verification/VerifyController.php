<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Http\GuestLimitListener;
use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\ProjectRepository;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\VerificationCode;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The verification page: somebody who holds a piece enters its code. The list of codes cannot be read from it. */
#[Route('/genuine', methods: ['GET'])]
final class VerifyController extends AbstractController
{
    public function __construct(
        private readonly Seals $seals,
        private readonly SealKeys $keys,
        private readonly GuestLimitListener $limits,
        private readonly Issuers $issuers,
        private readonly ProjectRepository $projects,
        private readonly GuestLanguage $language,
        private readonly Words $words,
    ) {
    }

    #[Route('/keys/{key}.json', name: 'genuine_keys', requirements: ['key' => '[0-9a-f]{16}'], defaults: ['_guest' => 'check'])]
    public function keys(string $key, Request $request): Response
    {
        $found = $this->keys->find($key);
        if (null === $found && null !== ($refused = $this->limits->take(RateLimit::WrongCode, $request))) {
            return Unlisted::of($refused);
        }

        return Unlisted::of(new JsonResponse(
            null === $found
                ? ['error' => $this->words->say(new Message('public.verify.no_key'))]
                : ['id' => $found->id, 'public' => base64_encode($found->public)],
            null === $found ? Response::HTTP_NOT_FOUND : Response::HTTP_OK,
        ));
    }

    /** The signed statement, for checking it elsewhere. */
    #[Route('/{code}.json', name: 'genuine_file', requirements: ['code' => '[A-Za-z0-9-]{1,40}'], defaults: ['_guest' => 'check'])]
    public function statement(string $code, Request $request): Response
    {
        $read = VerificationCode::read($code);
        $standing = null === $read ? null : $this->seals->find($read);
        if (null === $standing && null !== ($refused = $this->limits->take(RateLimit::WrongCode, $request))) {
            return Unlisted::of($refused);
        }
        if (null === $standing || null !== $standing->takenBack) {
            return Unlisted::of(
                new JsonResponse(['error' => $this->words->say(new Message('public.verify.no_statement'))], Response::HTTP_NOT_FOUND),
            );
        }

        return Unlisted::of(new Response($standing->sealed->json(), Response::HTTP_OK, ['Content-Type' => 'application/json']));
    }

    #[Route('/{code}', name: 'genuine', requirements: ['code' => '[^/\x00]{0,60}'], defaults: ['_guest' => 'check', 'code' => ''])]
    public function check(string $code, Request $request): Response
    {
        $typed = trim('' === $code ? $request->query->getString('code') : $code);
        $read = VerificationCode::read($typed);
        $standing = null === $read ? null : $this->seals->find($read);
        // A right code is answered whatever others from the same network tried.
        if (null === $standing && '' !== $typed && null !== ($refused = $this->limits->take(RateLimit::WrongCode, $request))) {
            return Unlisted::of($refused);
        }
        null === $standing || $this->seals->looked($standing);
        $key = null === $standing ? null : $this->keys->find($standing->sealed->key);
        $project = null === $standing ? null : $this->projects->find($standing->project);
        $member = $project?->owner();
        null === $project || $this->language->speak($project->language(), $project->zone());

        return Unlisted::of($this->render('public/genuine.html.twig', [
            'typed' => $typed,
            'code' => $read,
            'standing' => $standing,
            'account' => $member,
            'confirmed' => null !== $standing && null !== $member &&
                $this->issuers->isConfirmed($member, $standing->sealed->statement->by),
            // What was changed in the database without the key is not genuine.
            'signed' => null !== $standing && null !== $key && $standing->sealed->isBy($key),
        ], new Response('', '' !== $typed && null === $standing ? Response::HTTP_NOT_FOUND : Response::HTTP_OK)));
    }
}

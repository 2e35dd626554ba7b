<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Form\FormError;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Exception\InvalidCsrfTokenException;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

final class SignController extends AbstractController
{
    public function __construct(private readonly string $signUp)
    {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function in(Request $request): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('projects');
        }
        $error = $request->attributes->get(SecurityRequestAttributes::AUTHENTICATION_ERROR);

        return $this->render(
            'account/sign-in.html.twig',
            [
                'email' => $request->request->getString('email'),
                'error' => match (true) {
                    $error instanceof TooManyTriesException => new Message('account.sign_in.too_often', ['wait' => $error->wait]),
                    $error instanceof InvalidCsrfTokenException => new Message('account.sign_in.stale'),
                    null !== $error => new Message('account.sign_in.wrong'),
                    default => null,
                },
                'to' => $request->isMethod('POST') ? $request->request->getString('to') : $request->query->getString('to'),
                'changed' => $request->query->has('changed'),
                'left' => $request->query->has('left'),
                'signUp' => $this->open(),
            ],
            new Response(status: null === $error ? 200 : 422),
        );
    }

    #[Route('/sign-up', name: 'sign_up', methods: ['GET', 'POST'])]
    public function up(
        Request $request,
        UserPasswordHasherInterface $hasher,
        SignUps $signUps,
        RateLimiter $limits,
        Words $words,
    ): Response {
        if (!$this->open()) {
            return $this->render('account/closed.html.twig', response: new Response(status: 403));
        }
        $form = $this->createForm(SignUpForm::class);
        $form->handleRequest($request);
        if ($form->isSubmitted() && 0 < ($wait = $limits->take(RateLimit::SignUp, RateLimiter::network($request->getClientIp())))) {
            $form->addError(
                new FormError($words->say(new Message('account.sign_up.too_often', ['wait' => RateLimiter::words($wait)]))),
            );
        }
        if ($form->isSubmitted() && $form->isValid()) {
            /** @var array{name: string, email: non-empty-string, password: string} $data */
            $data = $form->getData();
            $address = MemberProvider::address($data['email']) ?: 'nobody';
            $hash = $hasher->hashPassword(new Member($address, $data['name']), $data['password']);

            return $this->render('account/sign-up-sent.html.twig', [
                'email' => $address,
                'link' => $signUps->ask($address, $data['name'], $hash),
            ]);
        }

        return $this->render(
            'account/sign-up.html.twig',
            ['form' => $form],
            new Response(status: $form->isSubmitted() ? 422 : 200),
        );
    }

    /** Opening the page changes nothing, because programs open links in emails unasked. */
    #[Route('/sign-up/{token}', name: 'sign_up_with', requirements: ['token' => '[0-9a-f]{64}'], methods: ['GET', 'POST'])]
    public function confirm(string $token, Request $request, SignUps $signUps, Security $security): Response
    {
        $member = $request->isMethod('POST') ? $signUps->take($token) : null;
        if (null !== $member) {
            return $security->login($member, SignInAuthenticator::class, 'main') ?? $this->redirectToRoute('projects');
        }
        $address = $signUps->address($token);

        return $this->render(
            'account/sign-up-with.html.twig',
            ['address' => $address],
            new Response(status: null === $address ? 404 : 200),
        );
    }

    /** Who is signed in, and the token for their pages' requests: pages that outlived a session continue with it. */
    #[Route('/sign-token', name: 'sign_token', methods: ['GET'])]
    public function token(CsrfTokenManagerInterface $tokens): Response
    {
        $member = $this->getUser();

        return new JsonResponse(
            $member instanceof Member
                ? ['member' => $member->id(), 'token' => $tokens->getToken('form')->getValue()]
                : ['member' => null, 'token' => null],
        );
    }

    #[Route('/sign-out', name: 'sign_out', methods: ['POST'])]
    public function out(): never
    {
        throw new \LogicException('The firewall answers this route.');
    }

    private function open(): bool
    {
        return 'open' === $this->signUp;
    }
}

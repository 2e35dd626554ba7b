<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Member;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Symfony\Component\Security\Http\Authentication\AuthenticationUtils;

final class SignController extends AbstractController
{
    public function __construct(private readonly string $signUp)
    {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function in(AuthenticationUtils $utils): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('bench');
        }

        return $this->render('account/sign-in.html.twig', [
            'email' => $utils->getLastUsername(),
            'error' => $utils->getLastAuthenticationError(),
            'signUp' => $this->open(),
        ]);
    }

    #[Route('/sign-up', name: 'sign_up', methods: ['GET', 'POST'])]
    public function up(Request $request, EntityManagerInterface $entities, UserPasswordHasherInterface $hasher, Security $security): Response
    {
        if (!$this->open()) {
            return $this->render('account/closed.html.twig', response: new Response(status: 403));
        }
        $form = $this->createForm(SignUpForm::class);
        $form->handleRequest($request);
        if ($form->isSubmitted() && $form->isValid()) {
            /** @var array{name: string, email: non-empty-string, password: string} $data */
            $data = $form->getData();
            $member = new Member(mb_strtolower($data['email']), $data['name']);
            $member->setPassword($hasher->hashPassword($member, $data['password']));
            $entities->persist($member);
            $entities->flush();

            return $security->login($member, 'form_login', 'main') ?? $this->redirectToRoute('bench');
        }

        return $this->render('account/sign-up.html.twig', ['form' => $form], new Response(status: $form->isSubmitted() ? 422 : 200));
    }

    /** Who is signed in, and the token their pages' requests carry: pages that outlived a session go on with it. */
    #[Route('/sign-token', name: 'sign_token', methods: ['GET'])]
    public function token(CsrfTokenManagerInterface $tokens): Response
    {
        $member = $this->getUser();

        return new JsonResponse($member instanceof Member ? ['member' => $member->id(), 'token' => $tokens->getToken('form')->getValue()] : ['member' => null, 'token' => null]);
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

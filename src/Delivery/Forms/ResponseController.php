<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Http\Unlisted;
use Morphea\App\Platform\Language\GuestLanguage;
use Morphea\App\Project\Context\EditorWords;
use Morphea\Core\Delivery\Forms\FormException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A form as visitors answer it: fill it in, see the piece, send it. No cookie is set. */
#[Route('/answer/{token}', requirements: ['token' => self::TOKEN, 'answer' => self::TOKEN], defaults: ['_guest' => 'answer'])]
final class ResponseController extends AbstractController
{
    private const TOKEN = '[A-Za-z0-9_-]{22}';
    /** Seconds that nobody is faster than, and after which a page is asked for anew. */
    private const FASTEST = 2;
    private const OLDEST = 86_400;

    public function __construct(
        private readonly Forms $forms,
        private readonly Responses $answers,
        private readonly SentPictures $pictures,
        private readonly ResponsePiece $piece,
        private readonly GuestLanguage $language,
        #[Autowire('%kernel.secret%'), \SensitiveParameter] private readonly string $secret,
    ) {
    }

    #[Route('', name: 'answer', defaults: ['_guest' => 'look'], methods: ['GET'])]
    public function ask(string $token, Request $request): Response
    {
        $form = $this->form($token);
        $why = null === $form ? new Message('public.not_found.typo') : $form->closed();
        if (null === $form || null !== $why) {
            return $this->gone($why, $form);
        }
        // Whoever looks through their answers and wants to change one does not begin from nothing.
        $from = $this->answers->find($form, $request->query->getString('from'));

        return $this->page($form, null === $from || $from['given'] ? [] : $from['cells'], []);
    }

    #[Route('', name: 'answer_fill', defaults: ['_takes' => 150], methods: ['POST'])]
    public function fill(string $token, Request $request): Response
    {
        $form = $this->form($token);
        $why = null === $form ? new Message('public.not_found.about') : $form->closed();
        if (null === $form || null !== $why) {
            return $this->gone($why, $form);
        }
        $said = $request->request->all('answers');
        // What nobody sees is filled in by robots alone; nor is anybody done at once.
        $age = $this->age($form, $request->request->getString('began'));
        if ('' !== $request->request->getString('website') || null === $age || $age < self::FASTEST || $age > self::OLDEST) {
            return $this->page($form, $said, ['' => new Message('public.form.again')]);
        }
        // Nothing of a picture is kept before all else is right.
        [, $wrong] = $form->order->answered($said, $this->pictures->sent($form, $request));
        if ([] !== $wrong) {
            return $this->page($form, $said, $wrong);
        }
        [$names, $bad] = $this->pictures->collect($form, $request);
        [$cells, $wrong] = $form->order->answered($said, $names);
        $wrong = $bad + $wrong;
        if ([] !== $wrong) {
            return $this->page($form, $said, $wrong);
        }
        $answer = $this->answers->keep($form, $cells, array_values($names), RateLimiter::network($request->getClientIp()));

        return $this->toSeen($token, $answer);
    }

    /** The font of its heading, as in the design. */
    #[Route('/letters.ttf', name: 'answer_letters', defaults: ['_guest' => 'fetch'], methods: ['GET'], priority: 1)]
    public function letters(string $token, HeadingLetters $letters): Response
    {
        $form = $this->form($token);
        $bytes = null === $form ? null : $letters->font($form);
        $headers = ['Content-Type' => 'font/ttf', 'Cache-Control' => 'private, max-age=600'];

        return Unlisted::of(
            null === $bytes ? new Response('', Response::HTTP_NOT_FOUND) : new Response($bytes, Response::HTTP_OK, $headers),
        );
    }

    /** Shows the future piece or, once the form was sent, a confirmation. */
    #[Route('/{answer}', name: 'answer_seen', defaults: ['_guest' => 'look'], methods: ['GET'])]
    public function seen(string $token, string $answer): Response
    {
        $form = $this->form($token);
        $found = null === $form ? null : $this->answers->find($form, $answer);
        if (null === $form || null === $found) {
            return $this->gone(new Message('public.form.begin_again'), $form);
        }

        return Unlisted::of($this->render('public/answer-seen.html.twig', [
            'form' => $form,
            'answer' => $answer,
            'cells' => $found['cells'],
            'given' => $found['given'],
            'thanks' => EditorWords::filled($form->project, $form->order->thanks, $found['cells']),
            'pages' => \count($form->project->design()->pages),
        ]));
    }

    #[Route(
        '/{answer}/{page}.png',
        name: 'answer_picture',
        requirements: ['page' => '\d'],
        defaults: ['_guest' => 'fetch'],
        methods: ['GET'],
    )]
    public function picture(string $token, string $answer, int $page): Response
    {
        $form = $this->form($token);
        $found = null === $form ? null : $this->answers->find($form, $answer);
        try {
            $png = null === $form || null === $found ? null : $this->piece->png($form->project, $found['cells'], $page);
        } catch (RenderException) {
            $png = null;
        }

        return Unlisted::of(null === $png
            ? new Response('', Response::HTTP_NOT_FOUND)
            : new Response($png, Response::HTTP_OK, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=600']));
    }

    #[Route('/{answer}', name: 'answer_give', methods: ['POST'])]
    public function give(string $token, string $answer): Response
    {
        $form = $this->form($token);
        $why = null === $form ? new Message('public.not_found.about') : $form->closed();
        if (null === $form || (null !== $why && true !== ($this->answers->find($form, $answer)['given'] ?? null))) {
            return $this->gone($why, $form);
        }
        try {
            $this->answers->give($form, $answer);
        } catch (FormException | TableException $e) {
            return $this->gone($e instanceof FormException ? $e->says() : $e->says(), $form);
        }

        return $this->toSeen($token, $answer);
    }

    /**
     * @param array<mixed>                  $said
     * @param array<string, Message|string> $wrong by column key; of the whole under none
     */
    private function page(Form $form, array $said, array $wrong): Response
    {
        $now = (string) Time::now();

        return Unlisted::of($this->render('public/answer.html.twig', [
            'form' => $form,
            'said' => array_filter($said, is_string(...)),
            'wrong' => $wrong,
            'began' => $now . '.' . $this->sign($form, $now),
        ], new Response('', [] === $wrong ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY)));
    }

    private function toSeen(string $token, string $answer): Response
    {
        $at = ['token' => $token, 'answer' => $answer] + $this->language->parameters();

        return Unlisted::of($this->redirectToRoute('answer_seen', $at, Response::HTTP_SEE_OTHER));
    }

    private function form(string $token): ?Form
    {
        $form = $this->forms->find($token);
        null === $form || $this->language->speak($form->project->language(), $form->project->zone());

        return $form;
    }

    private function gone(Message|string|null $why, ?Form $form): Response
    {
        return Unlisted::of($this->render(
            'public/gone.html.twig',
            ['why' => $why, 'title' => $form?->order->title ?? ''],
            new Response('', Response::HTTP_NOT_FOUND),
        ));
    }

    /** Seconds since the page was loaded, as it states itself; null if the value was not issued here. */
    private function age(Form $form, string $began): ?int
    {
        [$time, $sign] = explode('.', $began, 2) + ['', ''];

        return hash_equals($this->sign($form, $time), $sign) ? Time::now() - (int) $time : null;
    }

    private function sign(Form $form, string $time): string
    {
        return substr(hash_hmac('sha256', "answer $form->token $time", $this->secret), 0, 24);
    }
}

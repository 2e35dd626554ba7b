<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Http\FormDeduplicator;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The Email page: how emails read, who gets one, and what was sent. */
#[Route('/projects/{project}/deliver/mail')]
final class MailingController extends AbstractController
{
    private const SHOWN = 20;

    public function __construct(
        private readonly MailingOrders $orders,
        private readonly MailingViews $views,
        private readonly Mailings $mailings,
        private readonly EmailRepository $emails,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('', name: 'mail', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        $order = $this->orders->get($project);

        return $this->render('mail/index.html.twig', $this->views->plan($project, $order, 1, $request->getSchemeAndHttpHost()) + [
            'project' => $project,
            'here' => 'deliver',
            'order' => $order,
            'subject' => EditorWords::of($project, $order->subject),
            'message' => EditorWords::of($project, $order->message),
            'columns' => EditorWords::columns($project),
            'shown' => DisplayStyle::choices($project->design()->locale),
            'mailings' => array_map($this->views->mailing(...), $this->mailings->all($project, self::SHOWN)),
            'oob' => false,
        ]);
    }

    /** Who gets an email and how it reads, as the form stands; requested after every change, which also saves it. */
    #[Route('/plan', name: 'mail_plan', methods: ['POST'])]
    public function plan(Project $project, Request $request): Response
    {
        try {
            $order = $this->orders->from($request->request);
            $this->orders->keep($project, $order);
            $at = max(1, (int) $request->request->getString('at', '1'));
            $view = $this->views->plan($project, $order, $at, $request->getSchemeAndHttpHost()) + ['order' => $order];
        } catch (MailingException $e) {
            $view = MailingViews::NOTHING + ['error' => $e->says(), 'order' => $this->orders->get($project)];
        }

        return $this->render('mail/plan.html.twig', $view + ['project' => $project, 'here' => 'deliver', 'oob' => true]);
    }

    /** A test of the email as it stands, for the row shown, sent to its author. */
    #[Route('/test', name: 'mail_test', methods: ['POST'])]
    public function test(Project $project, Request $request, SendTestEmailHandler $test, #[CurrentUser] Member $member): Response
    {
        try {
            $order = $this->orders->from($request->request);
            $at = max(1, (int) $request->request->getString('at', '1'));
            $said = $test->ask($project, $order, $at, $member, $request->getSchemeAndHttpHost());
            $kind = 'good';
        } catch (MailingException $e) {
            [$kind, $said] = ['bad', $e->says()];
        }

        return $this->render('mail/told.html.twig', ['kind' => $kind, 'message' => $said]);
    }

    #[Route('/send', name: 'mail_send', methods: ['POST'])]
    public function send(Project $project, Request $request, FormDeduplicator $once, #[CurrentUser] Member $member): Response
    {
        if (!$once->isFirst($request)) {
            return $this->redirectToRoute('mail', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }
        try {
            $order = $this->orders->from($request->request);
            $this->orders->keep($project, $order);
            $start = $request->request->has('corrected') ? $this->mailings->corrected(...) : $this->mailings->start(...);
            $mailing = $start($project, $order, $member->getUserIdentifier(), $request->getSchemeAndHttpHost());
        } catch (MailingException $e) {
            $this->addFlash('bad', $e->says());

            return $this->redirectToRoute('mail', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }

        return $this->to($project, $mailing);
    }

    #[Route('/{mailing}', name: 'mailing', methods: ['GET'], requirements: ['mailing' => '[0-9a-z]{26}'])]
    public function mailing(Project $project, string $mailing, Request $request): Response
    {
        $found = $this->found($project, $mailing);
        $view = $this->views->mailing($found);
        $only = EmailState::tryFrom($request->query->getString('only'));
        $count = null === $only ? $view['total'] : $this->emails->counts($mailing)[$only->value] ?? 0;
        $pages = max(1, (int) ceil($count / EmailRepository::PAGE));
        $page = max(1, min($pages, $request->query->getInt('page', 1)));

        return $this->render('mail/mailing.html.twig', $view + [
            'project' => $project,
            'here' => 'deliver',
            'only' => $only,
            'of' => $count,
            'letters' => $this->emails->page($found, $only, $page),
            'page' => $page,
            'pages' => $pages,
            'work' => $found->job()->isUnderWay() ? $this->desk->view($found->job()) : null,
        ]);
    }

    /** The progress of a mailing; polled by the page until it ends. */
    #[Route('/{mailing}/state', name: 'mailing_state', methods: ['GET'], requirements: ['mailing' => '[0-9a-z]{26}'])]
    public function state(Project $project, string $mailing): Response
    {
        return $this->render('mail/state.html.twig', $this->views->mailing($this->found($project, $mailing)) + ['project' => $project]);
    }

    #[Route('/{mailing}/stop', name: 'mailing_stop', methods: ['POST'], requirements: ['mailing' => '[0-9a-z]{26}'])]
    public function stop(Project $project, string $mailing): Response
    {
        $found = $this->found($project, $mailing);
        $this->desk->stop($found->job());

        return $this->to($project, $found);
    }

    #[Route('/{mailing}/go-on', name: 'mailing_go_on', methods: ['POST'], requirements: ['mailing' => '[0-9a-z]{26}'])]
    public function goOn(Project $project, string $mailing): Response
    {
        $found = $this->found($project, $mailing);
        $this->desk->goOn($found->job());

        return $this->to($project, $found);
    }

    /** Sends again to chosen recipients, or to all in one state. */
    #[Route('/{mailing}/again', name: 'mailing_again', methods: ['POST'], requirements: ['mailing' => '[0-9a-z]{26}'])]
    public function again(
        Project $project,
        string $mailing,
        Request $request,
        FormDeduplicator $once,
        #[CurrentUser] Member $member,
    ): Response {
        $found = $this->found($project, $mailing);
        if (!$once->isFirst($request)) {
            return $this->to($project, $found);
        }
        $all = EmailState::tryFrom($request->request->getString('all'));
        $chosen = true !== $all?->isMissed()
            ? array_values(array_map(intval(...), array_filter($request->request->all('letters'), is_numeric(...))))
            : $this->emails->ids($found, $all);
        try {
            $base = $request->getSchemeAndHttpHost();
            $found = $this->mailings->again($found, $chosen, $member->getUserIdentifier(), $base);
        } catch (MailingException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->to($project, $found);
    }

    private function found(Project $project, string $mailing): Mailing
    {
        return $this->mailings->find($project, $mailing) ?? throw $this->createNotFoundException();
    }

    private function to(Project $project, Mailing $mailing): Response
    {
        return $this->redirectToRoute('mailing', ['project' => $project->id(), 'mailing' => $mailing->id()], Response::HTTP_SEE_OTHER);
    }
}

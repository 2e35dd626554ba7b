<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Email\MailOrders;
use Morphea\App\Delivery\EventLog\History;
use Morphea\App\Delivery\EventLog\What;
use Morphea\App\Delivery\Links\EditorWords;
use Morphea\App\Delivery\Links\Ways;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\Cause;
use Morphea\Core\Delivery\Automation\FollowError;
use Morphea\Core\Delivery\Automation\FollowOrder;
use Morphea\Core\Delivery\Automation\Step;
use Morphea\Core\Delivery\Email\MailError;
use Morphea\Core\Delivery\Verification\SealError;
use Morphea\Core\Delivery\Verification\SealOrder;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** What goes by itself, in a sentence; its log; and the switch that stops it. */
#[Route('/projects/{project}/deliver/by-itself')]
final class FollowController extends AbstractController
{
    private const KIND = 'follow';

    public function __construct(
        private readonly FollowStore $store,
        private readonly Ways $ways,
        private readonly MailOrders $mails,
        private readonly History $history,
        private readonly MessageBusInterface $bus,
        private readonly FollowLog $log,
        private readonly HandOver $handOver,
        private readonly UsedColumns $uses,
    ) {
    }

    #[Route('', name: 'follow', methods: ['GET'])]
    public function index(Project $project): Response
    {
        $said = $this->ways->said($project, self::KIND);
        $order = null === $said ? new FollowOrder(Cause::Arrives, [Step::Make, Step::Link, Step::Mail]) : FollowOrder::of($said);

        return $this->page($project, $order, false);
    }

    /** @param bool $asks whether it is still to be said yes to */
    private function page(Project $project, FollowOrder $order, bool $asks): Response
    {
        $headings = array_column($project->columns(), 'heading', 'key');

        return $this->render('follow/index.html.twig', [
            'project' => $project,
            'here' => 'Deliver',
            'order' => $order,
            'asks' => $asks,
            'watched' => array_values(array_intersect_key($headings, array_flip($this->uses->columns($project, $order)))),
            'rows' => $project->activeRows(),
            'causes' => Cause::cases(),
            'steps' => array_filter(Step::cases(), static fn (Step $step): bool => Step::Make !== $step),
            'on' => null !== $this->store->on($project->id()),
            'subject' => EditorWords::plain($project, $this->mails->of($project)->subject),
            'counts' => $this->store->counts($project),
            'log' => $this->log->lines($project),
            'held' => $this->store->held($project),
            'corrected' => \count($this->store->noted($project, Step::Mail, HandOver::CORRECTED)),
            'zone' => date_default_timezone_get(),
        ]);
    }

    #[Route('', name: 'follow_turn', methods: ['POST'])]
    public function turn(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $on = $request->request->has('on');
        $order = FollowOrder::of([
            'steps' => [Step::Make->value, ...array_filter($request->request->all('steps'), is_string(...))],
        ] + $request->request->all());
        try {
            if ($on) {
                $order->check();
                $this->check($project, $order);
                // Whoever starts it knows how many rows it may act on.
                if (Cause::Changes === $order->cause && $project->activeRows() !== $request->request->getInt('sure', -1)) {
                    return $this->page($project, $order, true);
                }
                $this->ways->say($project, self::KIND, $order->toArray());
            }
            $this->store->turn($project, $on, $request->getSchemeAndHttpHost(), $member->getUserIdentifier());
            $off = 'Nothing goes by itself any more.';
            $this->history->tell($project, What::ByItself, $on ? "On: {$order->says()}" : $off, $member->getUserIdentifier());
            $this->addFlash('good', $on ? 'From now on it goes by itself. What is there already stays as it is.' : $off);
        } catch (FollowError | MailError | SealError $e) {
            $this->addFlash('bad', $e->getMessage());
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** What came at once and waits goes, or is let go. */
    #[Route('/held', name: 'follow_held', methods: ['POST'])]
    public function held(Project $project, Request $request): Response
    {
        $yes = $request->request->has('yes');
        $seen = $request->request->getInt($yes ? 'yes' : 'no');
        if (!$this->store->answer($project, $yes, $seen)) {
            $this->addFlash('bad', 'Other rows arrived meanwhile, so nothing was done. Look at the number again.');
        } elseif ($yes) {
            $this->bus->dispatch(new Follow($project->id()));
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** To rows that were corrected after they had the email, once more. */
    #[Route('/corrected', name: 'follow_corrected', methods: ['POST'])]
    public function corrected(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $rows = $this->store->noted($project, Step::Mail, HandOver::CORRECTED);
        try {
            $this->handOver->mailCorrected($project, $rows, $member->getUserIdentifier(), $request->getSchemeAndHttpHost());
            $this->store->unnote($project, $rows);
        } catch (MailError $e) {
            $this->addFlash('bad', $e->getMessage());
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/again', name: 'follow_again', methods: ['POST'])]
    public function again(Project $project): Response
    {
        $this->store->again($project);
        $this->bus->dispatch(new Follow($project->id()));

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** What is wrong with the cards it goes by is said now, and not at night. */
    private function check(Project $project, FollowOrder $order): void
    {
        $keys = array_column($project->columns(), 'key');
        if (\in_array(Step::Mail, $order->steps, true)) {
            $this->mails->of($project)->check($keys, $project->template()->locale);
        }
        if (\in_array(Step::Seal, $order->steps, true)) {
            $said = $this->ways->said($project, 'seal');
            if (null === $said) {
                throw new FollowError('Say first what is sealed, on the card “Genuine or not”.');
            }
            SealOrder::of($said)->check($keys, $project->template()->locale);
        }
    }
}

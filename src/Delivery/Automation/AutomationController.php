<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\RepeatableAction;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Delivery\Automation\Trigger;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The automation of a project as a sentence, its log, and the switch that turns it off. */
#[Route('/projects/{project}/deliver/automation')]
final class AutomationController extends AbstractController
{
    public function __construct(
        private readonly AutomationRepository $store,
        private readonly AutomationSwitch $switch,
        private readonly ActionRegistry $actions,
        private readonly EventLog $history,
        private readonly MessageBusInterface $bus,
        private readonly AutomationLog $log,
        private readonly AutomationReport $report,
        private readonly TimeZones $zones,
    ) {
    }

    #[Route('', name: 'follow', methods: ['GET'])]
    public function index(Project $project): Response
    {
        return $this->page($project, $this->actions->order($project), false);
    }

    /** @param bool $asks whether it is still to be said yes to */
    private function page(Project $project, AutomationRule $order, bool $asks): Response
    {
        $headings = array_column($project->columns(), 'heading', 'key');

        return $this->render('automation/index.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'order' => $order,
            'asks' => $asks,
            'watched' => array_values(array_intersect_key($headings, array_flip($this->actions->columns($project, $order)))),
            'rows' => $project->activeRows(),
            'causes' => Trigger::cases(),
            'steps' => $this->actions->steps(),
            'hints' => $this->actions->hints($project),
            'on' => null !== $this->switch->on($project->id()),
            'counts' => $this->report->counts($project),
            'log' => $this->log->lines($project),
            'held' => $this->store->held($project),
            'corrected' => array_sum(array_map(\count(...), $this->repeatable($project))),
            'zone' => $this->zones->named($project->zone())->getName(),
        ]);
    }

    #[Route('', name: 'follow_turn', methods: ['POST'])]
    public function turn(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $on = $request->request->has('on');
        $order = AutomationRule::of([
            'steps' => [Step::MAKE, ...array_filter($request->request->all('steps'), is_string(...))],
        ] + $request->request->all(), $this->actions->steps());
        try {
            if ($on) {
                $order->check();
                foreach ($this->actions->forRule($order) as $action) {
                    $action->check($project);
                }
                // Whoever starts it knows how many rows it may act on.
                if (Trigger::Changes === $order->cause && $project->activeRows() !== $request->request->getInt('sure', -1)) {
                    return $this->page($project, $order, true);
                }
                $this->actions->keep($project, $order);
            }
            $this->store->turn($project, $on, $request->getSchemeAndHttpHost(), $member->getUserIdentifier());
            $off = new Message('deliver.log.automation_off');
            $this->history->tell($project, AutomationWay::ID, $on ? $order->says() : $off, $member->getUserIdentifier());
            $this->addFlash('good', $on ? new Message('automation.turned_on') : $off);
        } catch (\InvalidArgumentException $e) {
            $this->addFlash('bad', Message::why($e));
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** Approves or dismisses the rows that came all at once and are waiting. */
    #[Route('/held', name: 'follow_held', methods: ['POST'])]
    public function held(Project $project, Request $request): Response
    {
        $yes = $request->request->has('yes');
        $seen = $request->request->getInt($yes ? 'yes' : 'no');
        if (!$this->store->answer($project, $yes, $seen)) {
            $this->addFlash('bad', new Message('automation.held.stale'));
        } elseif ($yes) {
            $this->bus->dispatch(new RunAutomation($project->id()));
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** Emails rows again that were corrected after their email. */
    #[Route('/corrected', name: 'follow_corrected', methods: ['POST'])]
    public function corrected(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        try {
            foreach ($this->repeatable($project) as $step => $rows) {
                $action = $this->actions->find($step);
                if ($action instanceof RepeatableAction) {
                    $action->repeat($project, $rows, $member->getUserIdentifier(), $request->getSchemeAndHttpHost());
                    $this->store->unnote($project, $rows);
                }
            }
        } catch (\InvalidArgumentException $e) {
            $this->addFlash('bad', Message::why($e));
        }

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/again', name: 'follow_again', methods: ['POST'])]
    public function again(Project $project): Response
    {
        $this->store->again($project);
        $this->bus->dispatch(new RunAutomation($project->id()));

        return $this->redirectToRoute('follow', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @return array<string, non-empty-list<int>> ids of rows of which a step can be done once more, by step */
    private function repeatable(Project $project): array
    {
        $found = [];
        foreach ($this->actions->steps() as $step) {
            $action = $this->actions->find($step->id);
            if ($action instanceof RepeatableAction) {
                $found[$step->id] = $this->store->noted($project, $step->id, $action->repeatNote());
            }
        }

        return array_filter($found);
    }
}

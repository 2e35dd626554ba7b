<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Http\FormDeduplicator;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The Press screen: ordering runs, and saving orders by name. */
#[Route('/projects/{project}/press')]
final class PressController extends AbstractController
{
    private const RUNS_SHOWN = 20;

    public function __construct(
        private readonly RunPlanner $planner,
        private readonly RunDispatcher $desk,
        private readonly RunViews $views,
        private readonly OrderViews $orders,
        private readonly SavedOrders $saved,
        private readonly StorageQuota $space,
        private readonly ExportFormatRegistry $outputs,
    ) {
    }

    #[Route('', name: 'press', methods: ['GET'])]
    public function index(Project $project, Request $request, EntityManagerInterface $entities): Response
    {
        $kept = $this->saved->find($project, $request->query->getInt('order'));
        $order = (null === $kept ? null : RunOrder::of($kept->said(), $this->outputs, $kept->name())) ?? $this->planner->usual($project);
        $rows = trim($request->query->getString('rows'));
        if ('' !== $rows) {
            $order = $order->ofRows($rows);
        }
        $runs = $entities->getRepository(Run::class)->findBy(['project' => $project], ['number' => 'DESC'], self::RUNS_SHOWN);

        return $this->render(
            'press/index.html.twig',
            $this->orders->summary($project, $order) + $this->orders->form($project, $order) + [
                'here' => 'press',
                'kept' => $this->saved->all($project),
                'runs' => $this->views->build($runs),
                'space' => $this->space->usage($project),
            ],
        );
    }

    /** What the current order would make; requested again after every change. */
    #[Route('/plan', name: 'press_plan', methods: ['POST'])]
    public function plan(Project $project, Request $request): Response
    {
        try {
            return $this->render(
                'press/summary.html.twig',
                ['oob' => true, 'here' => 'press'] + $this->orders->summary($project, $this->order($project, $request)),
            );
        } catch (RunOrderException $e) {
            return $this->render('press/summary.html.twig', [
                'project' => $project,
                'error' => $e->says(),
                'oob' => false,
                'here' => 'press',
            ]);
        }
    }

    /** An estimate of its time and size, from making a few pieces. */
    #[Route('/estimate', name: 'press_estimate', methods: ['POST'])]
    public function estimate(Project $project, Request $request, Estimate $estimate): Response
    {
        try {
            $told = $estimate->measure($project, $this->planner->plan($project, $this->order($project, $request)));
        } catch (RunOrderException) {
            $told = null;
        }

        return $this->render('press/estimate.html.twig', ['project' => $project, 'estimate' => $told]);
    }

    #[Route('/runs', name: 'run_start', methods: ['POST'])]
    public function start(Project $project, Request $request, FormDeduplicator $once, #[CurrentUser] Member $member): Response
    {
        try {
            if ($once->isFirst($request)) {
                $this->desk->start($project, $this->order($project, $request), $member->getUserIdentifier());
            }
        } catch (RunOrderException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/orders', name: 'order_keep', methods: ['POST'])]
    public function keep(Project $project, Request $request): Response
    {
        $id = 0;
        try {
            $order = $this->order($project, $request);
            $this->planner->plan($project, $order);
            $id = $this->saved->keep($project, $request->request->getString('kept'), $order)->id();
        } catch (RunOrderException $e) {
            $this->addFlash('bad', $e->says());
        }

        $order = 0 === $id ? [] : ['order' => $id];

        return $this->redirectToRoute('press', ['project' => $project->id()] + $order, Response::HTTP_SEE_OTHER);
    }

    #[Route('/orders/{order}/forget', name: 'order_forget', methods: ['POST'], requirements: ['order' => '\d+'])]
    public function forget(Project $project, int $order): Response
    {
        $kept = $this->saved->find($project, $order) ?? throw $this->createNotFoundException('No such order.');
        $this->addFlash('good', new Message('press.keep.deleted', ['name' => $kept->name()]));
        $this->saved->forget($kept);

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @throws RunOrderException */
    private function order(Project $project, Request $request): RunOrder
    {
        $order = RunOrder::from($request->request, $this->planner->usual($project), $this->outputs);
        if (!$request->request->has('parts')) {
            return $order;
        }
        try {
            return $order->named(PatternParts::source(json_decode($request->request->getString('parts'), true)));
        } catch (PatternException $e) {
            throw new RunOrderException($e->says(), 0, $e);
        }
    }
}

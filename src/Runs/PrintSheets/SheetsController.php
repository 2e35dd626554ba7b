<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Http\FormDeduplicator;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\App\Runs\Runs\RunOrderException;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\App\Runs\Runs\SavedOrders;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\LabelSheet;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The planner of print sheets: what goes where, and the run that makes them. */
#[Route('/projects/{project}/press/sheets')]
final class SheetsController extends AbstractController
{
    public function __construct(
        private readonly SheetOrders $orders,
        private readonly SheetViews $views,
        private readonly LabelStore $labels,
        private readonly RunPlanner $planner,
        private readonly SavedOrders $saved,
        private readonly ExportFormatRegistry $outputs,
    ) {
    }

    #[Route('', name: 'sheets', methods: ['GET'])]
    public function index(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $kept = $this->saved->find($project, $request->query->getInt('order'));
        $order = null === $kept ? null : RunOrder::of($kept->said(), $this->outputs, $kept->name());
        $order = null !== $order && 'sheets' === $order->page() ? $order : $this->orders->usual($project);
        $rows = trim($request->query->getString('rows'));
        $order = '' === $rows ? $order : $order->ofRows($rows);
        $said = SheetOrders::settings($project, $order);

        return $this->render('sheets/index.html.twig', $this->views->build($project, $order, 1, 'front') + [
            'order' => $order,
            'said' => $said,
            'label' => $this->labels->choice($member, $said->labels),
            'kept' => $this->labels->kept($member),
            'labelSheets' => LabelSheet::common(),
            'oob' => false,
        ]);
    }

    /** The result of the current settings; requested again after every change. */
    #[Route('/plan', name: 'sheets_plan', methods: ['POST'])]
    public function plan(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $in = $request->request;
        try {
            $order = $this->orders->from($project, $member, $in);
            $view = $this->views->build($project, $order, self::at($in), $in->getString('face', 'front'));
        } catch (RunOrderException $e) {
            $view = ['project' => $project, 'error' => $e->says(), 'here' => 'press'];
        }

        return $this->render('sheets/view.html.twig', $view + ['oob' => true]);
    }

    #[Route('/runs', name: 'sheets_start', methods: ['POST'])]
    public function start(
        Project $project,
        Request $request,
        RunDispatcher $desk,
        FormDeduplicator $once,
        #[CurrentUser] Member $member,
    ): Response {
        try {
            if ($once->isFirst($request)) {
                $desk->start($project, $this->orders->from($project, $member, $request->request), $member->getUserIdentifier());
            }
        } catch (RunOrderException $e) {
            return $this->back($project, $e);
        }

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/orders', name: 'sheets_keep', methods: ['POST'])]
    public function keep(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        try {
            $order = $this->orders->from($project, $member, $request->request);
            $this->planner->plan($project, $order);
            $id = $this->saved->keep($project, $request->request->getString('kept'), $order)->id();
        } catch (RunOrderException $e) {
            return $this->back($project, $e);
        }
        $this->addFlash('good', new Message('sheets.saved'));

        return $this->redirectToRoute('sheets', ['project' => $project->id(), 'order' => $id], Response::HTTP_SEE_OTHER);
    }

    /** The test sheet for measuring how far the back is off the front. */
    #[Route('/test', name: 'sheets_test', methods: ['POST'])]
    public function test(Project $project, Request $request, TestPdf $pdf, #[CurrentUser] Member $member): Response
    {
        try {
            $order = $this->orders->from($project, $member, $request->request);
        } catch (RunOrderException $e) {
            return $this->back($project, $e);
        }

        return new Response($pdf->write($project, SheetOrders::settings($project, $order)->paper), Response::HTTP_OK, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, 'test-sheet.pdf'),
        ]);
    }

    private function back(Project $project, \Exception $why): Response
    {
        $this->addFlash('bad', Message::why($why));

        return $this->redirectToRoute('sheets', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @param InputBag<bool|float|int|string> $in */
    private static function at(InputBag $in): int
    {
        return max(1, (int) $in->getString('at', '1'));
    }
}

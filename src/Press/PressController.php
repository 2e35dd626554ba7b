<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Making\OneFile;
use Morphea\App\Making\Output;
use Morphea\App\Making\Outputs;
use Morphea\App\Open\Opener;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Pattern\PatternParts;
use Morphea\Core\Pattern\Shown;
use Morphea\Core\Template\Content;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Press screen: order a run, watch it, stop it, fetch what it made. */
#[Route('/projects/{project}/press')]
final class PressController extends AbstractController
{
    private const RUNS_SHOWN = 20;
    private const NAMES_SHOWN = 3;

    public function __construct(
        private readonly Planner $planner,
        private readonly RunDesk $desk,
        private readonly RunViews $views,
        private readonly Outputs $outputs,
    ) {
    }

    #[Route('', name: 'press', methods: ['GET'])]
    public function index(Project $project, EntityManagerInterface $entities, Opener $opener): Response
    {
        $order = $this->planner->usual($project);
        $runs = $entities->getRepository(Run::class)->findBy(['project' => $project], ['number' => 'DESC'], self::RUNS_SHOWN);

        return $this->render(
            'press/index.html.twig',
            $this->summary($project, $order, $opener) + [
                'here' => 'Press',
                'order' => $order,
                'outputs' => array_map(
                    static fn (Output $output): array => [
                        'id' => $output::id(),
                        'label' => $output->label(),
                        'oneFile' => $output instanceof OneFile ? $output->ending() : '',
                        'chosen' => $output === $order->output,
                    ],
                    $this->outputs->all(),
                ),
                'parts' => Content::plain(Pattern::parse($order->name))->forEditor(),
                'columns' => $this->columns($project),
                'shown' => Shown::choices(),
                'runs' => $this->views->of($runs),
            ],
        );
    }

    /** What the order as it stands would make; asked again whenever it changes. */
    #[Route('/plan', name: 'press_plan', methods: ['POST'])]
    public function plan(Project $project, Request $request, Opener $opener): Response
    {
        try {
            return $this->render(
                'press/summary.html.twig',
                ['oob' => true, 'here' => 'Press'] + $this->summary($project, $this->order($project, $request), $opener),
            );
        } catch (OrderError $e) {
            return $this->render('press/summary.html.twig', [
                'project' => $project,
                'error' => $e->getMessage(),
                'oob' => false,
                'here' => 'Press',
            ]);
        }
    }

    #[Route('/runs', name: 'run_start', methods: ['POST'])]
    public function start(Project $project, Request $request): Response
    {
        try {
            $this->desk->start($project, $this->order($project, $request));
        } catch (OrderError $e) {
            $this->addFlash('bad', $e->getMessage());
        }

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/runs/{run}', name: 'run', methods: ['GET'])]
    public function run(Project $project, Run $run): Response
    {
        return $this->card($project, $run);
    }

    #[Route('/runs/{run}/stop', name: 'run_stop', methods: ['POST'])]
    public function stop(Project $project, Run $run): Response
    {
        $this->desk->stop($run);

        return $this->card($project, $run);
    }

    #[Route('/runs/{run}/go-on', name: 'run_go_on', methods: ['POST'])]
    public function goOn(Project $project, Run $run): Response
    {
        $this->desk->goOn($run);

        return $this->card($project, $run);
    }

    #[Route('/runs/{run}/delete', name: 'run_delete', methods: ['POST'])]
    public function delete(Project $project, Run $run): Response
    {
        $number = $run->number();
        $this->desk->delete($run);
        $this->addFlash('good', "Run $number was deleted with what it made. The rows and the design stay as they are.");

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/runs/{run}/file', name: 'run_file', methods: ['GET'])]
    public function download(Project $project, Run $run, Download $download): Response
    {
        return $download->of($run) ?? throw $this->createNotFoundException('This run has made nothing to download yet.');
    }

    private function card(Project $project, Run $run): Response
    {
        return $this->render('press/run.html.twig', [
            'view' => $this->views->of([$run])[0],
            'project' => $project,
            'here' => 'Press',
            'oob' => true,
        ]);
    }

    /**
     * @return array<string, mixed>
     *
     * @throws OrderError
     */
    private function summary(Project $project, Order $order, Opener $opener): array
    {
        if (0 === $project->rowCount()) {
            return ['project' => $project, 'error' => 'There are no rows yet. Bring a table first.', 'oob' => false];
        }
        $plan = $this->planner->plan($project, $order);
        $first = $plan->pieces[0] ?? null;
        $template = $project->template();
        $endings = $order->output->endings($template);
        $names = $order->output instanceof OneFile
            ? [$plan->file]
            : array_map(static fn (array $piece): string => $piece['name'], \array_slice($plan->pieces, 0, self::NAMES_SHOWN));
        $files = array_merge(
            ...array_map(
                static fn (string $name): array => array_map(static fn (string $ending): string => $name . $ending, $endings),
                $names,
            ),
        );
        $bleed = $order->bleed ? $template->bleed : 0.0;

        return [
            'project' => $project,
            'error' => null,
            'oob' => false,
            'count' => \count($plan->pieces),
            'make' => \sprintf(
                'Make %s %s',
                number_format(\count($plan->pieces)),
                1 === \count($plan->pieces) ? 'piece' : 'pieces',
            ),
            'sides' => \count($template->sides),
            'size' =>
                $order->output->size($template, $bleed),
            'bleed' => $bleed > 0 ? $template->unit->fromDots($bleed, $template->dpi) : 0,
            'unit' => $template->unit->value,
            'files' => \array_slice($files, 0, self::NAMES_SHOWN),
            'moreFiles' => $order->output instanceof OneFile
                ? 0
                : max(0, \count($plan->pieces) * \count($endings) - self::NAMES_SHOWN),
            'clashes' => $order->output instanceof OneFile ? [] : $plan->clashes,
            'pictures' => null === $first ? [] : $opener->page($project)->thumbnails($first['row']),
            'firstRow' => null === $first ? 0 : $first['row']->number,
        ];
    }

    /** @throws OrderError */
    private function order(Project $project, Request $request): Order
    {
        $order = Order::from($request->request, $this->planner->usual($project), $this->outputs);
        if (!$request->request->has('parts')) {
            return $order;
        }
        try {
            return $order->named(PatternParts::source(json_decode($request->request->getString('parts'), true)));
        } catch (PatternError $e) {
            throw new OrderError($e->getMessage(), 0, $e);
        }
    }

    /** @return array<string, array{letter: string, heading: string, key: string}> */
    private function columns(Project $project): array
    {
        $columns = [];
        foreach ($project->columns() as $column) {
            $columns[$column->key] = [
                'letter' => $column->letter(),
                'heading' => $column->heading,
                'key' => $column->key,
                'source' => Pattern::column($column->key),
            ];
        }

        return $columns;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Engine\Production\Format\Sheets;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\App\Runs\Runs\RunOrderException;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetOrder;
use Morphea\Core\Output\PrintSheets\SheetPlan;
use Morphea\Core\Output\PrintSheets\SheetRows;
use Morphea\Core\Table\Data\Record;

/** What the planner shows of an order: the sheet with its pieces, and the stacks after cutting. */
final readonly class SheetViews
{
    private const PILES_SHOWN = 24;
    private const ODD_SHOWN = 4;

    public function __construct(private RunPlanner $planner, private ProjectOpener $opener, private SheetPicture $picture)
    {
    }

    /**
     * @param int    $at   the sheet that is looked at, from 1
     * @param string $face front, back, or through: against the light
     *
     * @return array<string, mixed>
     */
    public function build(Project $project, RunOrder $order, int $at, string $face): array
    {
        $common = ['project' => $project, 'here' => 'press', 'error' => null];
        try {
            $plan = $this->planner->plan($project, $order);
            $records = array_column($plan->pieces, 'row');
            [$sheets, $odd] = Sheets::planned($project->design(), $order->choices[0]->settings, $records);
        } catch (RunOrderException | SheetException $e) {
            return ['error' => $e->says()] + $common;
        }
        $numbers = array_map(static fn (Record $row): int => $row->number, $records);
        $at = max(1, min($at, \count($sheets->imposition->sheets)));
        $face = 2 === $sheets->faces->each() ? $face : 'front';
        $rows = new SheetRows(static fn (int $piece): int => $numbers[$sheets->copies->piece($piece)]);
        $page = 'back' === $face
            ? $sheets->faces->back($at - 1, $sheets->imposition->sheets[$at - 1])
            : $sheets->faces->front($at - 1, $sheets->imposition->sheets[$at - 1]);

        return [
            'plan' => $sheets,
            'said' => $sheets->said,
            'count' => \count($plan->pieces),
            'laid' => $sheets->copies->count(),
            'sheets' => $sheets->sheets(),
            'at' => $at,
            'of' => \count($sheets->imposition->sheets),
            'face' => $face,
            'faces' => $sheets->faces->each(),
            'through' => $sheets->said->both->isTurnedOver(),
            'rows' => $rows->describe($page),
            'make' => new Message('sheets.make_count', ['count' => $sheets->sheets()]),
            'picture' => $this->picture->draw(
                $this->opener->page($project),
                $sheets,
                $records,
                $page,
                'through' === $face && $sheets->said->both->isTurnedOver(),
                (string) $plan->file,
                $rows,
            ),
            'labels' => null === $sheets->said->labels ? [] : $this->picture->labels($sheets),
            'piles' => $this->piles($sheets, $numbers),
            'odd' => array_map(static fn (int $piece): int => $numbers[$piece], \array_slice($odd, 0, self::ODD_SHOWN)),
            'oddMore' => max(0, \count($odd) - self::ODD_SHOWN),
        ] + $common;
    }

    /**
     * @param list<int> $numbers of rows, by piece
     *
     * @return array{shown: list<array{place: int, first: int, last: int, count: int}>, more: int, stacks: int, inOrder: bool}
     */
    private function piles(SheetPlan $plan, array $numbers): array
    {
        $number = static fn (int $piece): int => $numbers[$plan->copies->piece($piece)];
        $first = array_values(array_filter($plan->imposition->stacks(), static fn (array $pile): bool => 0 === $pile['stack']));

        return [
            'shown' => array_map(
                static fn (array $pile): array => [
                    'place' => $pile['place'] + 1,
                    'first' => $number($pile['first']),
                    'last' => $number($pile['last']),
                    'count' => $pile['count'],
                ],
                \array_slice($first, 0, self::PILES_SHOWN),
            ),
            'more' => max(0, \count($first) - self::PILES_SHOWN),
            'stacks' => \count($plan->imposition->depths),
            'inOrder' => SheetOrder::CutAndStack === $plan->said->order,
        ];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\StaleTableException;
use Morphea\App\Project\Tables\TableChangeMark;
use Morphea\App\Project\Tables\TableHistory;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Edit\CellConflict;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Recipe\FindReplace;
use Morphea\Core\Table\Data\Recipe\MapValues;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableDiff;
use Morphea\Core\Table\Data\TableException;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Environment;

/** The JSON interface of the grid: the whole table, one change after the other, and previews of recipes. */
#[Route('/projects/{project}/rows')]
final readonly class TableController
{
    private const TASTED = 8;
    private const UNMATCHED_SHOWN = 200;
    /** Of a change to more rows than these the grid fetches all again. */
    private const FEW = 2_000;
    private const CONFLICTS_SHOWN = 20;
    /** How cells came to be changed, as the page says it. */
    private const DONE = ['changed', 'pasted', 'cleared', 'filled', 'pictures'];
    /** What touches only the rows and cells it names. */
    private const ANYWHEN = ['cells', 'add', 'switch', 'accept'];

    public function __construct(
        private TableStore $store,
        private TableRows $tables,
        private TableHistory $history,
        private Words $words,
        private GridView $view,
        private Environment $twig,
    ) {
    }

    #[Route('/data', name: 'rows_data', methods: ['GET'])]
    public function data(Project $project): Response
    {
        return new JsonResponse($this->view->build($project));
    }

    /** The rows sorted by one column, with cells read by the core. */
    #[Route('/order', name: 'rows_order', methods: ['GET'])]
    public function order(Project $project, Request $request): Response
    {
        try {
            return new JsonResponse($this->view->order($project, $request->query->getString('column')));
        } catch (TableException $e) {
            return new JsonResponse(['error' => $this->words->say($e)], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
    }

    #[Route('/edit', name: 'rows_edit', defaults: ['_takes' => 60], methods: ['POST'])]
    public function edit(Project $project, Request $request): Response
    {
        try {
            $data = self::body($request);
            $op = $data['op'] ?? null;
            $seen = \is_int($data['version'] ?? null) ? $data['version'] : null;
            // What touches only what it names goes into whatever the table is by now; the rest holds for the table that was seen.
            $mark = new TableChangeMark(
                \in_array($op, self::ANYWHEN, true) ? null : $seen,
                \is_string($data['token'] ?? null) ? mb_substr($data['token'], 0, 40) : null,
            );

            return match ($op) {
                'undo' => $this->went($project, 'undo', $this->history->undo($project, $seen)),
                'redo' => $this->went($project, 'redo', $this->history->redo($project, $seen)),
                'replace' => $this->replace($project, $data, $mark),
                'cells' => $this->cells($project, $data, $seen, $mark),
                default => $this->answer(
                    $project,
                    $this->store->apply($project, EditRequest::read($data, $project->design()->locale), $mark),
                    $seen,
                ),
            };
        } catch (StaleTableException) {
            // A step back or forth that was sent again may have been made at the first time.
            $error = $this->said(\in_array($op, ['undo', 'redo'], true) ? 'table.stale_step' : 'table.stale');

            return new JsonResponse(['error' => $error, 'stale' => true] + $this->view->build($project), Response::HTTP_CONFLICT);
        } catch (TableException $e) {
            return new JsonResponse(['error' => $this->words->say($e)], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
    }

    /** A preview of a recipe. */
    #[Route('/taste', name: 'rows_taste', methods: ['POST'])]
    public function taste(Project $project, Request $request): Response
    {
        $table = $this->tables->table($project);
        try {
            $wanted = self::body($request)['recipe'] ?? null;
            $recipe = RecipeCodec::read($wanted, $project->design()->locale);
            foreach ($recipe->columns() as $key) {
                $table->column($key);
            }
            $cells = $this->store->kitchen($project)->taste($table, $recipe);
        } catch (TableException $e) {
            // Nothing is wrong yet: it is being set up. Of a list that is still empty all values are without one.
            $column =
                \is_array($wanted ?? null) &&
                'map' === ($wanted['recipe'] ?? null) &&
                \is_string($wanted['column'] ?? null) &&
                $table->has($wanted['column'])
                    ? $wanted['column']
                    : null;

            return new JsonResponse([
                'error' => $this->words->say($e),
                'unmatched' => null === $column ? [] : self::unmatched(new MapValues($column, []), $table),
            ]);
        }

        return new JsonResponse([
            'cells' => \array_slice($cells, 0, self::TASTED),
            'before' =>
                1 === \count($recipe->columns()) ? \array_slice($table->cells($recipe->columns()[0]), 0, self::TASTED) : null,
            'empty' => \count(array_filter($cells, static fn (string $cell): bool => '' === $cell)),
            'of' => \count($cells),
            'unmatched' => $recipe instanceof MapValues ? self::unmatched($recipe, $table) : [],
        ]);
    }

    /** @return list<array{string, int}> values and how often they stand there */
    private static function unmatched(MapValues $recipe, Table $table): array
    {
        $found = \array_slice($recipe->unmatched($table), 0, self::UNMATCHED_SHOWN, true);

        return array_map(
            static fn (int|string $value, int $count): array => [(string) $value, $count],
            array_keys($found),
            $found,
        );
    }

    /** @param array<array-key, mixed> $data */
    private function cells(Project $project, array $data, ?int $seen, TableChangeMark $mark): Response
    {
        $did = \in_array($data['did'] ?? null, self::DONE, true) ? $data['did'] : 'changed';
        [$diff, $refused] = $this->store->merge(
            $project,
            EditRequest::cells($data['cells'] ?? null),
            EditRequest::cells($data['seen'] ?? null),
            EditRequest::rows($data['new'] ?? []),
            $did,
            $mark,
        );
        $told = array_map(
            fn (CellConflict $one): array => [
                'says' => $this->words->say($one->says()),
                'id' => $one->id,
                'key' => $one->key,
                'now' => $one->now,
                'yours' => $one->yours,
            ],
            \array_slice($refused, 0, self::CONFLICTS_SHOWN),
        );

        return $this->answer(
            $project,
            $diff,
            $seen,
            '',
            ['refused' => $told, 'refusedCount' => \count($refused)],
            array_map(static fn (CellConflict $one): int => $one->id, $refused),
        );
    }

    /** @param array<array-key, mixed> $data */
    private function replace(Project $project, array $data, TableChangeMark $mark): Response
    {
        $find = \is_string($data['find'] ?? null) ? $data['find'] : '';
        if ('' === $find) {
            throw new TableException(new Message('table.error.no_find'));
        }
        $with = \is_string($data['with'] ?? null) ? $data['with'] : '';
        $keys = \is_array($data['keys'] ?? null) ? $data['keys'] : [];
        $ids = \is_array($data['ids'] ?? null) ? array_flip(array_filter($data['ids'], is_int(...))) : null;
        $table = $this->tables->table($project);
        $columns = array_filter(
            $table->columns,
            static fn (Column $column): bool => null === $column->recipe &&
                ([] === $keys || \in_array($column->key, $keys, true)),
        );
        $cells = [];
        $count = 0;
        foreach ($table->rows as $row) {
            foreach (null === $ids || isset($ids[$row->id]) ? $columns : [] as $column) {
                $new = FindReplace::in($row->cells[$column->index], $find, $with, (bool) ($data['sameCase'] ?? false));
                if ($new !== $row->cells[$column->index]) {
                    $cells[$row->id][$column->key] = $new;
                    ++$count;
                }
            }
        }
        if (true === ($data['countOnly'] ?? null)) {
            return new JsonResponse(['found' => $count]);
        }
        if (0 === $count) {
            throw new TableException(new Message('table.error.not_found', ['find' => $find]));
        }

        $edit = new SetCells($cells, [], 'replaced', ['find' => mb_strimwidth($find, 0, 60, '…', 'UTF-8')]);

        return $this->answer($project, $this->store->apply($project, $edit, $mark), $mark->seen);
    }

    /** @param array{Message|string, TableDiff}|null $went */
    private function went(Project $project, string $which, ?array $went): Response
    {
        return null === $went
            ? new JsonResponse(['error' => $this->said("common.nothing_to_$which")], Response::HTTP_UNPROCESSABLE_ENTITY)
            : $this->answer(
                $project,
                $went[1],
                null,
                $this->said('undo' === $which ? 'common.undone' : 'common.redone', ['what' => $went[0]]),
            );
    }

    /**
     * @param int|null             $seen the version the page has: where others came in between, all of the table goes back
     * @param array<string, mixed> $more
     * @param list<int>            $rows that are to be shown anew besides those that changed
     */
    private function answer(
        Project $project,
        TableDiff $diff,
        ?int $seen,
        string $message = '',
        array $more = [],
        array $rows = [],
    ): Response {
        $ids = array_values(array_unique([...$diff->rowIds(), ...$rows]));
        $all =
            $diff->changesOrder() ||
            \count($ids) > self::FEW ||
            (null !== $seen && $project->tableVersion() !== $seen + ($diff->isEmpty() ? 0 : 1));
        $view = $all ? $this->view->build($project) : $this->view->some($project, $ids);

        return new JsonResponse(
            $more + [
                    'all' => $all,
                    'message' => $message,
                    'bar' => $this->twig->render('part/bar.html.twig', [
                        'project' => $project,
                        'here' => 'rows',
                        'oob' => false,
                    ]),
                ] +
                $view,
        );
    }

    /** @param array<string, Message|string> $slots */
    private function said(string $id, array $slots = []): string
    {
        return $this->words->say(new Message($id, $slots));
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws TableException
     */
    private static function body(Request $request): array
    {
        $data = json_decode($request->getContent(), true, 8);

        return \is_array($data) ? $data : throw new TableException(new Message('table.error.incomplete'));
    }
}

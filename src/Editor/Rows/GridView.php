<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableHistory;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\MapValues;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableOrder;
use Morphea\Core\Table\Kinds\ColumnKind;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The table as the grid shows it: columns with their kinds and recipes in words, rows with unsuitable cells marked. */
final readonly class GridView
{
    /** @param iterable<RowLinks> $links */
    public function __construct(
        private TableRows $tables,
        private TableHistory $history,
        private Words $words,
        private ProjectColumnKinds $kinds,
        #[AutowireIterator(RowLinks::class)] private iterable $links,
    ) {
    }

    /** @return array<string, mixed> */
    public function build(Project $project): array
    {
        return $this->shown($project, $this->tables->table($project));
    }

    /**
     * The first rows of a large table, shown first; column kinds are taken from them.
     *
     * @return array<string, mixed>
     */
    public function beginning(Project $project, int $most): array
    {
        return $this->shown($project, $this->tables->beginning($project, $most));
    }

    /** @return array<string, mixed> */
    private function shown(Project $project, Table $table): array
    {
        [$columns, $kinds] = $this->columns($project, $table);

        return $this->state($project) + ['columns' => $columns, 'rows' => $this->rows($project, $table->rows, $table, $kinds)];
    }

    /**
     * Only some rows, by id.
     *
     * @param list<int> $ids
     *
     * @return array<string, mixed>
     */
    public function some(Project $project, array $ids): array
    {
        $table = $this->tables->table($project);
        [$columns, $kinds] = $this->columns($project, $table);
        $wanted = array_flip($ids);

        return $this->state($project) + [
            'columns' => $columns,
            'rows' => $this->rows(
                $project,
                array_values(array_filter($table->rows, static fn (Row $row): bool => isset($wanted[$row->id]))),
                $table,
                $kinds,
            ),
        ];
    }

    /**
     * The rows sorted by one column.
     *
     * @return list<int> their ids
     *
     * @throws TableException when there is no such column
     */
    public function order(Project $project, string $key): array
    {
        $table = $this->tables->table($project);
        $column = $table->column($key);
        $locale = $project->design()->locale;

        return TableOrder::ids(
            $table,
            $column,
            $this->kinds->get($project)->ofColumn($table, $column),
            new CellReader($locale),
            $locale,
        );
    }

    /** @return array<string, mixed> */
    private function state(Project $project): array
    {
        $ways = $this->history->ways($project);

        return [
            'version' => $project->tableVersion(),
            'count' => $project->rowCount(),
            'active' => $project->activeRows(),
            'links' => $this->shownLinks($project),
            'canUndo' => $ways['undo'],
            'canRedo' => $ways['redo'],
        ];
    }

    /** @return array<string, bool> which links there are any of */
    private function shownLinks(Project $project): array
    {
        $any = [];
        foreach ($this->links as $kind) {
            $any[$kind->id()] = $kind->any($project);
        }

        return $any;
    }

    /**
     * What the grid needs to know of each kind of column.
     *
     * @return array<string, array{label: string, misfit: string, numeric: bool, dated: bool}>
     */
    public function kinds(): array
    {
        $kinds = [];
        foreach (ColumnKind::cases() as $kind) {
            $rules = $kind->rules();
            $name = strtr($kind->value, '-', '_');
            $kinds[$kind->value] = [
                'label' => $this->words->say(new Message("rows.kind.$name")),
                'misfit' => $this->words->say(new Message("rows.misfit.$name")),
                'numeric' => $rules->numeric(),
                'dated' => $rules->dated(),
            ];
        }

        return $kinds;
    }

    /** @return array{list<array<string, mixed>>, array<string, ColumnKind>} */
    private function columns(Project $project, Table $table): array
    {
        $kinds = $this->kinds->get($project);
        $byKey = $this->kinds->byKey($project, $table);
        $linked = $project->design()->linkedColumns();
        $columns = [];
        foreach ($table->columns as $column) {
            $columns[] = [
                'key' => $column->key,
                'heading' => $column->heading,
                'letter' => $column->letter(),
                'kind' => $byKey[$column->key]->value,
                'said' => null !== $column->kind,
                'monthFirst' => $column->monthFirst,
                'ambiguous' =>
                    null === $column->monthFirst && $byKey[$column->key]->rules()->dated()
                        ? $kinds->ambiguous($table->cells($column->key))
                        : null,
                'linked' => \in_array($column->key, $linked, true),
                'recipe' => null === $column->recipe ? null : RecipeCodec::forEditor($column->recipe),
                'says' => null === $column->recipe ? null : $this->words->say($column->recipe->says(
                    static fn (string $key): string => $table->has($key) ? $table->column($key)->heading : $key,
                )),
                'unmatched' =>
                    $column->recipe instanceof MapValues && $table->has($column->recipe->column)
                        ? \count($column->recipe->unmatched($table))
                        : 0,
            ];
        }

        return [$columns, $byKey];
    }

    /**
     * @param list<Row>      $rows
     * @param array<string, ColumnKind> $byKey
     *
     * @return list<array<string, mixed>>
     */
    private function rows(Project $project, array $rows, Table $table, array $byKey): array
    {
        $kinds = $this->kinds->get($project);
        $checked = array_filter($table->columns, static fn (Column $column): bool => ColumnKind::Text !== $byKey[$column->key]);
        $numbers = array_flip(array_map(static fn (Row $row): int => $row->id, $table->rows));
        $known = [];
        $ids = array_map(static fn (Row $row): int => $row->id, $rows);
        $blank = $table->blank();
        $links = [];
        foreach ($this->links as $kind) {
            $links[$kind->id()] = $kind->links($project, $ids);
        }

        return array_map(static function (Row $row) use (
            $table,
            $checked,
            $kinds,
            $byKey,
            $numbers,
            $blank,
            $links,
            &$known,
        ): array {
            $cells = [];
            foreach ($table->columns as $column) {
                $cells[$column->key] = $row->cells[$column->index];
            }
            $bad = [];
            foreach ($checked as $column) {
                $cell = $row->cells[$column->index];
                if (!($known[$column->index][$cell] ??= $kinds->fits($byKey[$column->key], $cell, $column->monthFirst))) {
                    $bad[] = $column->key;
                }
            }

            return [
                '_id' => $row->id,
                '_no' => $numbers[$row->id] + 1,
                '_off' => $row->off,
                '_draft' => $row->draft,
                '_blank' => isset($blank[$numbers[$row->id] + 1]),
                '_bad' => $bad,
                '_links' => (object) array_filter(array_map(static fn (array $of): ?array => $of[$row->id] ?? null, $links)),
            ] + $cells;
        }, $rows);
    }
}

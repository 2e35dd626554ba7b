<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\LayerKind;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Kinds\ColumnKind;

/** Column kinds within a project: dates in the language of its design, and its own pictures. */
final readonly class ProjectColumnKinds
{
    public function __construct(private PictureStore $pictures)
    {
    }

    /**
     * The kind of every column, by key: a column shown in a picture placeholder holds pictures, whatever the cells look
     * like.
     *
     * @return array<string, ColumnKind>
     */
    public function byKey(Project $project, Table $table): array
    {
        $kinds = $this->get($project);
        $named = array_merge(
            ...array_map(
                static fn (Layer $layer): array => LayerKind::Picture === $layer->kind() ? $layer->columns() : [],
                $project->design()->placeholders(),
            ),
        );
        $found = [];
        foreach ($table->columns as $column) {
            $found[$column->key] =
                null === $column->kind && \in_array($column->key, $named, true)
                    ? ColumnKind::Picture
                    : $kinds->ofColumn($table, $column);
        }

        return $found;
    }

    public function get(Project $project): ColumnKinds
    {
        return new ColumnKinds(new CellReader($project->design()->locale), $this->pictures->names($project));
    }
}

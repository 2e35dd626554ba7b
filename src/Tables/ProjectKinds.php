<?php

declare(strict_types=1);

namespace Morphea\App\Tables;

use Morphea\App\Entity\Project;
use Morphea\App\Pictures\PictureStore;
use Morphea\Core\Cell\CellReader;
use Morphea\Core\Data\Kind;
use Morphea\Core\Data\Kinds;
use Morphea\Core\Data\Table;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\LayerKind;

/** Kinds as a project sees them: dates in the language of its design, pictures that are its own. */
final readonly class ProjectKinds
{
    public function __construct(private PictureStore $pictures)
    {
    }

    /**
     * The kind of every column, by key: what a picture placeholder shows is pictures, whatever the cells look like.
     *
     * @return array<string, Kind>
     */
    public function byKey(Project $project, Table $table): array
    {
        $kinds = $this->of($project);
        $named = array_merge(
            ...array_map(
                static fn (Layer $layer): array => LayerKind::Picture === $layer->kind() ? $layer->columns() : [],
                $project->template()->placeholders(),
            ),
        );
        $found = [];
        foreach ($table->columns as $column) {
            $found[$column->key] =
                null === $column->kind && \in_array($column->key, $named, true)
                    ? Kind::Picture
                    : $kinds->ofColumn($table, $column);
        }

        return $found;
    }

    public function of(Project $project): Kinds
    {
        return new Kinds(new CellReader($project->template()->locale), $this->pictures->names($project));
    }
}

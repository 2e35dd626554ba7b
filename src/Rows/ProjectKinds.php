<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Entity\Asset;
use Morphea\App\Entity\Project;
use Morphea\App\Storage\PictureStore;
use Morphea\Core\Data\CellReader;
use Morphea\Core\Data\Kinds;
use Morphea\Core\Naming\PictureNames;

/** Kinds as a project sees them: dates in the language of its design, pictures that are its own. */
final readonly class ProjectKinds
{
    public function __construct(private PictureStore $pictures)
    {
    }

    public function of(Project $project): Kinds
    {
        return new Kinds(new CellReader($project->template()->locale), new PictureNames(array_map(static fn (Asset $asset): string => $asset->name(), $this->pictures->all($project))));
    }
}

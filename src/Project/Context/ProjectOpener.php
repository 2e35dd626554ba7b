<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Rendering\Drawing\Drawing;
use Symfony\Contracts\Service\ResetInterface;

/** Opens projects: for pages, with pictures by URL, cached until something in them changes; and for self-contained files. */
final class ProjectOpener implements ResetInterface
{
    /** Drawn pages that are kept; each takes some 5 MB. */
    private const RASTERS = 6;

    /** @var array{string, OpenProject}|null */
    private ?array $open = null;

    public function __construct(
        private readonly FontStore $fonts,
        private readonly PictureStore $pictures,
        private readonly PictureSets $sets,
        private readonly SharedSizes $sizes,
        private readonly TouchUpStore $hands,
        private readonly Proof $proof,
        private readonly PageRasterizer $rasters,
    ) {
    }

    public function page(Project $project): OpenProject
    {
        $state = implode("\0", [
            $project->id(),
            $project->templateJson(),
            $project->tableVersion(),
            $project->pictureVersion(),
            $project->handVersion(),
            $this->pictures->changes(),
        ]);
        if ($state !== ($this->open[0] ?? null)) {
            $this->open = [$state, $this->with($project, $this->sets->linked($project))];
        }

        return $this->open[1];
    }

    public function alone(Project $project): OpenProject
    {
        return $this->with($project, $this->sets->embedded($project));
    }

    public function reset(): void
    {
        $this->open = null;
    }

    private function with(Project $project, PictureSet $pictures): OpenProject
    {
        return new OpenProject(
            $project,
            $project->design(),
            $this->fonts->engine($project->owner()),
            $pictures,
            $this->sizes->get($project),
            $this->hands->touchUps($project),
            $this->proof,
            $this->raster($project),
        );
    }

    /**
     * Backgrounds shared by many rows are drawn once.
     *
     * @return \Closure(Drawing): Raster
     */
    private function raster(Project $project): \Closure
    {
        $pictures = null;
        $drawn = [];

        return function (Drawing $drawing) use ($project, &$pictures, &$drawn): Raster {
            $name = $drawing->fingerprint();
            $drawn = \array_slice($drawn, -self::RASTERS, null, true);
            $pictures ??= $this->sets->embedded($project);

            return $drawn[$name] ??= $this->rasters->rasterize($drawing, $pictures);
        };
    }
}

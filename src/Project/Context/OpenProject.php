<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Engine\Render\Engine;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Rendering\Timeline\Poster;
use Morphea\Core\Table\Data\Record;

/** An opened project: its design, pictures, fonts and shared sizes, loaded once for laying out many rows. */
final readonly class OpenProject
{
    private SvgWriter $writer;
    private StillDrawing $still;

    /** @param \Closure(Drawing): Raster $raster */
    public function __construct(
        public Project $project,
        public Design $design,
        public Engine $engine,
        public PictureSet $pictures,
        public EvenSizes $even,
        public TouchUps $touchUps,
        private Proof $proof,
        private \Closure $raster,
    ) {
        $this->writer = new SvgWriter($pictures, SvgSize::Free);
        $this->still = new StillDrawing($pictures);
    }

    /** @param bool $aids with backdrops and die lines */
    public function lay(?Record $row, int $page = 0, bool $aids = false): LaidOut
    {
        $even = $this->touchUps->even($this->even, $row);

        return $this->engine->layouter->lay($this->piece($row), $row, $this->pictures, $even, $page, $aids);
    }

    /** The design for one row, with its touch-up. */
    public function piece(?Record $row): Design
    {
        return $this->touchUps->design($this->design, $row);
    }

    /** The same with another design, other touch-ups, or none. */
    public function with(Design $design, TouchUps $touchUps, ?EvenSizes $even = null): self
    {
        return new self(
            $this->project,
            $design,
            $this->engine,
            $this->pictures,
            $even ?? $this->even,
            $touchUps,
            $this->proof,
            $this->raster,
        );
    }

    /** @return list<Warning> */
    public function warnings(?Record $row, LaidOut $laid, int $page = 0): array
    {
        $found = $this->proof->check(new Inspected($this->piece($row), $laid, $page, $this->raster));
        foreach (0 === $page ? $this->touchUps->troubles($this->design, $row) : [] as $layer => $trouble) {
            $found[] = Warning::touchUp($this->design, (string) $layer, $trouble);
        }

        return $found;
    }

    /**
     * The checks of one page's pixels.
     *
     * @return array{list<Warning>, array<string, float>} and the contrasts that were measured, by layer
     */
    public function ofPixels(?Record $row, LaidOut $laid, int $page): array
    {
        $piece = new Inspected($this->piece($row), $laid, $page, $this->raster);

        return [$this->proof->ofPixels($piece), $piece->contrasts()];
    }

    /** With the full bleed, for editing. */
    public function svg(LaidOut $laid): string
    {
        return $this->writer->write($laid->drawing, $laid->drawing->bleed);
    }

    /** Small and still: without the layers' ids, so that many fit on one page. */
    public function thumbnail(?Record $row, int $page = 0): string
    {
        return $this->still($this->shown($row, $page));
    }

    /** A page as a still. */
    public function shown(?Record $row, int $page = 0): Drawing
    {
        return Poster::of($this->piece($row), $this->lay($row, $page), $page);
    }

    /** @param float $edge dots beyond the cut that are shown, too */
    public function still(Drawing $drawing, float $edge = 0.0): string
    {
        return $this->still->svg($drawing, $edge);
    }

    /** @return list<string> one a page */
    public function thumbnails(?Record $row): array
    {
        return array_map(fn (int $page): string => $this->thumbnail($row, $page), array_keys($this->design->pages));
    }

    /** Another version of the design, small and still. */
    public function version(Design $design, ?Record $row): string
    {
        return $this->still->svg(Poster::of($design, $this->engine->layouter->lay($design, $row, $this->pictures), 0));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Open;

use Morphea\App\Entity\Project;
use Morphea\App\Render\Engine;
use Morphea\App\Render\PictureSet;
use Morphea\Core\Beat\Poster;
use Morphea\Core\Data\Record;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Raster;
use Morphea\Core\Template\Template;

/** A project opened for a while: its template, pictures, fonts and shared sizes at hand, so that many rows are laid out with them. */
final readonly class OpenProject
{
    private SvgWriter $writer;
    private Still $still;

    /** @param \Closure(Drawing): Raster $raster */
    public function __construct(
        public Project $project,
        public Template $template,
        public Engine $engine,
        public PictureSet $pictures,
        public EvenSizes $even,
        private Proof $proof,
        private \Closure $raster,
    ) {
        $this->writer = new SvgWriter($pictures, SvgSize::Free);
        $this->still = new Still($pictures);
    }

    /** @param bool $aids with backdrops and die lines */
    public function lay(?Record $row, int $side = 0, bool $aids = false): LaidOut
    {
        return $this->engine->layouter->lay($this->template, $row, $this->pictures, $this->even, $side, $aids);
    }

    /** @return list<Finding> */
    public function findings(LaidOut $laid, int $side = 0): array
    {
        $draw = fn (): Raster => ($this->raster)($laid->drawing);

        return $this->proof->of(new Inspected($this->template, $laid, $side, $draw));
    }

    /** With all of the bleed, for working on it. */
    public function svg(LaidOut $laid): string
    {
        return $this->writer->write($laid->drawing, $laid->drawing->bleed);
    }

    /** Small and still: without the layers' ids, so that many can stand on one page. */
    public function thumbnail(?Record $row, int $side = 0): string
    {
        return $this->still->of(Poster::of($this->template, $this->lay($row, $side), $side));
    }

    /** @return list<string> one a side */
    public function thumbnails(?Record $row): array
    {
        return array_map(fn (int $side): string => $this->thumbnail($row, $side), array_keys($this->template->sides));
    }

    /** Another version of the template, small and still. */
    public function version(Template $template, ?Record $row): string
    {
        return $this->still->of(Poster::of($template, $this->engine->layouter->lay($template, $row, $this->pictures), 0));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Rasters;
use Morphea\Core\Data\Record;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Raster;
use Morphea\Core\Template\Template;

/** What all pieces of one making have in common. */
final readonly class Making
{
    /** @param bool $bleed with what lies outside of the cut, as far as the template's bleed goes */
    public function __construct(
        public Template $template,
        public Output $output,
        private Layouter $layouter,
        private PictureSet $pictures,
        private EvenSizes $even,
        private bool $bleed,
    ) {
    }

    public function lay(Record $row, Proof $proof, Rasters $rasters): Drawn
    {
        $sides = $findings = [];
        foreach (array_keys($this->template->sides) as $side) {
            $sides[] = $laid = $this->layouter->lay($this->template, $row, $this->pictures, $this->even, $side);
            $draw = fn (): Raster => $rasters->of($laid->drawing, $this->pictures);
            array_push($findings, ...$proof->of(new Inspected($this->template, $laid, $side, $draw)));
        }

        return new Drawn($row, $sides, $findings);
    }

    /** @return non-empty-list<Page> */
    public function pages(Drawn $piece): array
    {
        return $this->output->pages($piece, $this->pictures, $this->bleed);
    }
}

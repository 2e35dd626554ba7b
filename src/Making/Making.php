<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Rasters;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Raster;
use Morphea\Core\Template\Template;

/** What all pieces of one making have in common. */
final readonly class Making
{
    /** @param non-empty-list<Choice> $choices */
    public function __construct(
        public Template $template,
        public array $choices,
        private Layouter $layouter,
        private PictureSet $pictures,
        private EvenSizes $even,
    ) {
    }

    public function lay(Wanted $piece, Proof $proof, Rasters $rasters): Drawn
    {
        $sides = $findings = [];
        foreach (array_keys($this->template->sides) as $side) {
            $sides[] = $laid = $this->layouter->lay($this->template, $piece->row, $this->pictures, $this->even, $side);
            $draw = fn (): Raster => $rasters->of($laid->drawing, $this->pictures);
            array_push($findings, ...$proof->of(new Inspected($this->template, $laid, $side, $draw)));
        }

        return new Drawn($piece->row, $piece->name, $this->template, $this->pictures, $sides, $findings);
    }

    /** A piece without asking whether anything is wrong with it: that was asked before. */
    public function again(Wanted $piece): Drawn
    {
        $sides = array_map(
            fn (int $side) => $this->layouter->lay($this->template, $piece->row, $this->pictures, $this->even, $side),
            array_keys($this->template->sides),
        );

        return new Drawn($piece->row, $piece->name, $this->template, $this->pictures, $sides, []);
    }

    /** @return non-empty-list<string> names of the sides as they stand in the names of files */
    public function sides(): array
    {
        return SideNames::of($this->template);
    }
}

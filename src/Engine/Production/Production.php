<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\UnfilledCheck;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Output\PrintSheets\DieDrawing;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Layout\TouchUps;

/** What all pieces of one making have in common. */
final readonly class Production
{
    /** @param non-empty-list<ChosenFormat> $choices */
    public function __construct(
        public Design $template,
        public array $choices,
        private Layouter $layouter,
        private PictureSet $pictures,
        private EvenSizes $even,
        private TouchUps $touchUps = new TouchUps(),
    ) {
    }

    public function lay(PieceRequest $piece, Proof $proof, PageRasterizer $rasters): LaidOutPiece
    {
        $sides = $warnings = [];
        $template = $this->touchUps->template($this->template, $piece->row);
        foreach (array_keys($template->sides) as $side) {
            $sides[] = $laid = $this->side($template, $piece, $side);
            $draw = fn (Drawing $drawing): Raster => $rasters->rasterize($drawing, $this->pictures);
            array_push($warnings, ...$proof->check(new Inspected($template, $laid, $side, $draw)));
        }
        if (null !== ($unfilled = UnfilledCheck::warning($template, $sides))) {
            $warnings[] = $unfilled;
        }
        foreach ($this->touchUps->troubles($this->template, $piece->row) as $layer => $trouble) {
            $warnings[] = Warning::touchUp($this->template, (string) $layer, $trouble);
        }

        return new LaidOutPiece($piece->row, $piece->name, $template, $this->pictures, $sides, $warnings);
    }

    /** A piece without asking whether anything is wrong with it: that was asked before. */
    public function again(PieceRequest $piece): LaidOutPiece
    {
        $template = $this->touchUps->template($this->template, $piece->row);
        $sides = array_map(fn (int $side): LaidOut => $this->side($template, $piece, $side), array_keys($template->sides));

        return new LaidOutPiece($piece->row, $piece->name, $template, $this->pictures, $sides, []);
    }

    /** What a die cuts of every piece. @param string $colour #RRGGBB of lines that are nobody's layers */
    public function die(string $colour): Drawing
    {
        $worked = $this->layouter->lay($this->template, null, $this->pictures, $this->even, aids: true)->drawing;

        return DieDrawing::of($this->template, $worked, $colour);
    }

    /** Lays out whatever else is written. */
    public function texts(): TextLayouter
    {
        return $this->layouter->texts;
    }

    private function side(Design $template, PieceRequest $piece, int $side): LaidOut
    {
        $even = $this->touchUps->even($this->even, $piece->row);

        return $this->layouter->lay($template, $piece->row, $this->pictures, $even, $side);
    }

    /** @return non-empty-list<string> names of the sides as they stand in the names of files */
    public function sides(): array
    {
        return SideNames::of($this->template);
    }
}

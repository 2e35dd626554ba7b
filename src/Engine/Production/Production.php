<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\UnfilledCheck;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Output\PrintSheets\DieDrawing;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Layout\TouchUps;

/** What all pieces of one run share. */
final readonly class Production
{
    /** @param non-empty-list<ChosenFormat> $choices */
    public function __construct(
        public Design $design,
        public array $choices,
        private Layouter $layouter,
        private PictureSet $pictures,
        private EvenSizes $even,
        private TouchUps $touchUps = new TouchUps(),
    ) {
    }

    public function lay(PieceRequest $piece, Proof $proof, PageRasterizer $rasters): LaidOutPiece
    {
        $pages = $warnings = [];
        $design = $this->touchUps->design($this->design, $piece->row);
        foreach (array_keys($design->pages) as $page) {
            $pages[] = $laid = $this->page($design, $piece, $page);
            $draw = fn (Drawing $drawing): Raster => $rasters->rasterize($drawing, $this->pictures);
            array_push($warnings, ...$proof->check(new Inspected($design, $laid, $page, $draw)));
        }
        if (null !== ($unfilled = UnfilledCheck::warning($design, $pages))) {
            $warnings[] = $unfilled;
        }
        foreach ($this->touchUps->troubles($this->design, $piece->row) as $layer => $trouble) {
            $warnings[] = Warning::touchUp($this->design, (string) $layer, $trouble);
        }

        return new LaidOutPiece($piece->row, $piece->name, $design, $this->pictures, $pages, $warnings);
    }

    /** A piece without checks, which were made before. */
    public function again(PieceRequest $piece): LaidOutPiece
    {
        $design = $this->touchUps->design($this->design, $piece->row);
        $pages = array_map(fn (int $page): LaidOut => $this->page($design, $piece, $page), array_keys($design->pages));

        return new LaidOutPiece($piece->row, $piece->name, $design, $this->pictures, $pages, []);
    }

    /**
     * The die lines of every piece.
     *
     * @param string $colour #RRGGBB of lines that are nobody's layers
     */
    public function die(string $colour): Drawing
    {
        $worked = $this->layouter->lay($this->design, null, $this->pictures, $this->even, aids: true)->drawing;

        return DieDrawing::of($this->design, $worked, $colour);
    }

    /** Lays out whatever else is written. */
    public function texts(): TextLayouter
    {
        return $this->layouter->texts;
    }

    private function page(Design $design, PieceRequest $piece, int $page): LaidOut
    {
        $even = $this->touchUps->even($this->even, $piece->row);

        return $this->layouter->lay($design, $piece->row, $this->pictures, $even, $page);
    }

    /** @return non-empty-list<string> names of the pages as they stand in the names of files */
    public function pages(): array
    {
        return PageNames::of($this->design);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Previews;

use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\App\Pictures\PictureSets;
use Morphea\App\Render\Edge;
use Morphea\App\Render\Look;
use Morphea\App\Render\Mockup;
use Morphea\App\Render\PictureFormat;
use Morphea\App\Render\PictureKind;
use Morphea\App\Render\Renderer;
use Morphea\App\Render\RenderError;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Preview\Product;
use Morphea\Core\Template\PictureLook;

/** A row on a product, as a run of previews makes it. */
final readonly class PreviewPicture
{
    public function __construct(
        private Opener $opener,
        private PictureSets $pictures,
        private TableRows $rows,
        private Renderer $renderer,
        private Mockup $mockup,
    ) {
    }

    /**
     * @param int $number of the row, from 1; without rows, the design as it is
     *
     * @return string bytes of a JPEG
     *
     * @throws RenderError
     */
    public function of(Project $project, Product $product, int $number, int $side): string
    {
        $open = $this->opener->alone($project);
        $drawing = $open->shown($this->rows->row($project, $number), $side);
        $pictures = $this->pictures->embedded($project);
        $look = new Look(Mockup::pixels($product) / max($drawing->width, $drawing->height), Edge::Cut, $drawing->background);
        $png = $this->renderer->side($drawing, $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        $picture = $product->isOwn() ? $pictures->picture($product->picture) : null;

        return $this->mockup->jpeg($product, $png, null === $picture ? null : $pictures->content($picture, new PictureLook())->bytes);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Mockups;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\Mockup;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Output\Mockups\Product;

/** A row on a product, as made by a run of mockups. */
final readonly class PreviewPicture
{
    public function __construct(
        private ProjectOpener $opener,
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
     * @throws RenderException
     */
    public function draw(Project $project, Product $product, int $number, int $page): string
    {
        $open = $this->opener->alone($project);
        $drawing = $open->shown($this->rows->row($project, $number), $page);
        $pictures = $this->pictures->embedded($project);
        $look = new Look(Mockup::pixels($product) / max($drawing->width, $drawing->height), Edge::Cut, $drawing->background);
        $png = $this->renderer->page($drawing, $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        $picture = $product->isOwn() ? $pictures->picture($product->picture) : null;

        return $this->mockup->jpeg($product, $png, null === $picture ? null : $pictures->content($picture, new PictureLook())->bytes);
    }
}

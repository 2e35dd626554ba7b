<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Proof\Raster;

/** Sides as pixels for checks that want to see them; small enough to be quick, over white where they are see-through. */
final readonly class Rasters
{
    /** Pixels of the longer edge. */
    private const EDGE = 1_200;
    private const COMPRESSION = 1;

    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param PictureContents $pictures with their bytes, so that the drawing stands alone
     *
     * @throws RenderError when it is too much to be drawn
     */
    public function of(Drawing $drawing, PictureContents $pictures): Raster
    {
        $svg = (new SvgWriter($pictures, SvgSize::Pixels))->write($drawing);
        $png = $this->renderer->png($svg, $drawing->dpi, false, self::COMPRESSION, self::EDGE);
        $image = imagecreatefromstring($png) ?: throw new RenderError('The side could not be looked at.');
        $over = imagecreatetruecolor(max(1, imagesx($image)), max(1, imagesy($image)));
        imagefill($over, 0, 0, 0xffffff);
        imagecopy($over, $image, 0, 0, 0, 0, imagesx($image), imagesy($image));

        return new Pixels($over, imagesx($over) / max(1.0, $drawing->width));
    }
}

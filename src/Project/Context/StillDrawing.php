<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;

/** Small still drawings without the layers' ids, so that many fit on one page. */
final readonly class StillDrawing
{
    private SvgWriter $writer;

    public function __construct(PictureContents $pictures)
    {
        $this->writer = new SvgWriter($pictures, SvgSize::Free);
    }

    public function svg(Drawing $drawing, float $edge = 0.0): string
    {
        return (string) preg_replace(
            ['/ id="layer-[^"]*"/', '/^<svg /'],
            ['', '<svg aria-hidden="true" focusable="false" '],
            $this->writer->write($drawing, $edge),
        );
    }
}

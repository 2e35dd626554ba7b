<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Engine\Render\Vips;
use Morphea\Core\Rendering\Drawing\PictureContents;

/** Everything needed for drawing with cairo: letters, pictures, filters. */
final readonly class PainterTools
{
    public Fonts $fonts;
    public Pictures $pictures;
    public Filters $filters;

    public function __construct(
        public Cairo $cairo,
        public Vips $vips,
        public FontSetup $setup,
        public PictureContents $contents,
    ) {
        $this->fonts = new Fonts($cairo, $setup);
        $this->pictures = new Pictures($cairo, $vips, $contents);
        $this->filters = new Filters($cairo, $contents);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use Morphea\App\Render\FontSetup;
use Morphea\App\Render\Vips;
use Morphea\Core\Drawing\PictureContents;

/** All that drawing by cairo needs: letters, pictures, filters; and a scratch context for measuring. */
final readonly class Studio
{
    public Fonts $fonts;
    public Pictures $pictures;
    public Filters $filters;
    public Context $scratch;

    public function __construct(public Cairo $cairo, public Vips $vips, FontSetup $setup, public PictureContents $contents)
    {
        $this->fonts = new Fonts($cairo, $setup);
        $this->pictures = new Pictures($cairo, $vips, $contents);
        $this->filters = new Filters($cairo, $contents);
        $this->scratch = $cairo->image(1, 1)->context();
    }
}

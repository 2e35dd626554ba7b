<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\Format;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Template\Template;

/** What all pieces of one making have in common. */
final readonly class Making
{
    /** @param bool $bleed with what lies outside of the cut, as far as the template's bleed goes */
    public function __construct(
        public Template $template,
        public Format $format,
        public Layouter $layouter,
        public PictureSource $pictures,
        public EvenSizes $even,
        public bool $bleed,
    ) {
    }
}

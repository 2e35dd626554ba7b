<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Layout\Layouter;
use Morphea\Core\Layout\TextLayouter;
use Morphea\Core\Type\FontBook;
use Morphea\Core\Type\Shaper;

/** The layout of one member's templates: with the fonts that ship and the member's own. */
final readonly class Engine
{
    public function __construct(
        public FontBook $fonts,
        public Shaper $shaper,
        public TextLayouter $texts,
        public Layouter $layouter,
    ) {
    }
}

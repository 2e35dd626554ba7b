<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\Shaper;

/** The layout of one member's designs, with the built-in fonts and the member's own. */
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

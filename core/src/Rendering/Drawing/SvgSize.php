<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** How an SVG states its size: in pixels (one per dot), in inches (for paper), or not at all (the page decides). */
enum SvgSize
{
    case Pixels;
    case Inches;
    case Free;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** How an SVG gives its own size: in pixels (one a dot), in inches (for paper), or not at all (a page fits it to its place). */
enum SvgSize
{
    case Pixels;
    case Inches;
    case Free;
}

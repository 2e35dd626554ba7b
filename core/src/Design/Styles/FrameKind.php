<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum FrameKind: string
{
    case Rectangle = 'rectangle';
    case Rounded = 'rounded';
    case Ellipse = 'ellipse';
    case Polygon = 'polygon';
    case Path = 'path';
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum ShapeKind: string
{
    case Rectangle = 'rectangle';
    case Ellipse = 'ellipse';
    case Line = 'line';
    case Polygon = 'polygon';
    case Star = 'star';
    case Path = 'path';
}

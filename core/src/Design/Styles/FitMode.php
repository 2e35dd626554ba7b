<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum FitMode: string
{
    case Keep = 'keep';
    case Shrink = 'shrink';
    case Wrap = 'wrap';
    case Fill = 'fill';
    case Even = 'even';
}

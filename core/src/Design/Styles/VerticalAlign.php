<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum VerticalAlign: string
{
    case Top = 'top';
    case Middle = 'middle';
    case Bottom = 'bottom';
}

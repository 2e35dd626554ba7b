<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

enum VerticalAlign: string
{
    case Top = 'top';
    case Middle = 'middle';
    case Bottom = 'bottom';
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum PictureInstead: string
{
    case Hide = 'hide';
    case Other = 'other';
    case Refuse = 'refuse';
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

enum PictureInstead: string
{
    case Hide = 'hide';
    case Other = 'other';
    case Refuse = 'refuse';
}

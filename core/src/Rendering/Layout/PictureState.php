<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

enum PictureState
{
    case There;
    case Empty;
    case Missing;
}

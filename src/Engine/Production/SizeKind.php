<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** How the size of a picture is given. */
enum SizeKind: string
{
    case Factor = 'factor';
    case Width = 'width';
    case Dpi = 'dpi';
}

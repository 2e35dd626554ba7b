<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** By what the size of a picture is said. */
enum SizeKind: string
{
    case Factor = 'factor';
    case Width = 'width';
    case Dpi = 'dpi';
}

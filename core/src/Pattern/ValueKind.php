<?php

declare(strict_types=1);

namespace Morphea\Core\Pattern;

enum ValueKind
{
    case Text;
    case Number;
    case Date;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

enum ValueKind
{
    case Text;
    case Number;
    case Date;
}

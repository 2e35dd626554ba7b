<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** Which rows an order is for. */
enum RowChoice: string
{
    case All = 'all';
    case Some = 'some';
    case Changed = 'changed';
    case InOrder = 'in-order';
}

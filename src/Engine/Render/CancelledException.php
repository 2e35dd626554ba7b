<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** Whoever wanted a drawing does not want it any more. */
final class CancelledException extends \RuntimeException
{
}

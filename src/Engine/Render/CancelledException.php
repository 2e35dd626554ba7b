<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** The drawing is no longer wanted. */
final class CancelledException extends \RuntimeException
{
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** A drawing that could not be turned into a file; the message says by what and why. */
class RenderException extends \RuntimeException
{
}

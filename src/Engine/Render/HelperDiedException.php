<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/**
 * A helper program ended early, and not because of its time limits: something else ended it, or the drawing was too
 * much. Only another attempt shows which.
 */
final class HelperDiedException extends RenderException
{
}

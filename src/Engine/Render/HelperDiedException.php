<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/**
 * A program that helps ended before it was done, and none of the limits on its time was why: something else ended it,
 * or the drawing was too much. Only another try tells which.
 */
final class HelperDiedException extends RenderException
{
}

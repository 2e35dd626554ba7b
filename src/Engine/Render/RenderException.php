<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A drawing that could not be turned into a file; the message says by what and why. */
class RenderException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}

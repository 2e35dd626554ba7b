<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Graphics;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** What is no path data, or draws nothing; the message says why. */
final class PathException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Graphics;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Path data that cannot be parsed or draws nothing; the message says why. */
final class PathException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

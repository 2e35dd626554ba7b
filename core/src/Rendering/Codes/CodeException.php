<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A value that a kind of code cannot encode; the message says why and what would work. */
final class CodeException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Words that a kind of code cannot hold; the message says why and what would do. */
final class CodeException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

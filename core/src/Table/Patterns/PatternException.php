<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A pattern that cannot be parsed; the message says what is wrong and where. */
final class PatternException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** An automation that cannot be started; the message says what is missing. */
final class AutomationException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A calendar that cannot be dealt like this; the message says what is missing. */
final class ScheduleException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

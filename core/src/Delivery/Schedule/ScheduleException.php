<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A schedule that cannot be planned; the message says what is missing. */
final class ScheduleException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

/** A calendar that cannot be dealt like this; the message says what is missing. */
final class ScheduleException extends \InvalidArgumentException
{
}

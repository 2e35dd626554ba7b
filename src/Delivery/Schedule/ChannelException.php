<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A post that a channel did not accept; the message says why. */
final class ChannelException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}

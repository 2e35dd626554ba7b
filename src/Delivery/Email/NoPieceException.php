<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** What an email should bring is missing; the message says why. */
final class NoPieceException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A mailing that cannot be ordered; the message says what is wrong, where, and what to do. */
final class MailingException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

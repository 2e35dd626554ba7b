<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Emails that cannot be ordered like this; the message says what, where and what to do. */
final class MailingException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

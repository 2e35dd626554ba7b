<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A seal that cannot be read or a key that cannot be used; the message says what is wrong. */
final class VerificationException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

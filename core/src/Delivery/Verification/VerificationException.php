<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

/** A sealed statement that cannot be read, or a key that cannot be used; the message says what is wrong with it. */
final class VerificationException extends \InvalidArgumentException
{
}

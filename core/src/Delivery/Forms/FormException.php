<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Forms;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A form that cannot be opened; the message says what is missing. */
final class FormException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

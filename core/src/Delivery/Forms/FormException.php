<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Forms;

use Morphea\Core\CarriesMessage;

/** A form that cannot be opened like this; the message says what is missing. */
final class FormException extends \InvalidArgumentException
{
    use CarriesMessage;
}

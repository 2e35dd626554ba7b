<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A cell that is not an email address; the message says what is wrong. */
final class EmailAddressException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

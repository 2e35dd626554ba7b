<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** What stands in a cell is no email address; the message says what is wrong with it. */
final class EmailAddressException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

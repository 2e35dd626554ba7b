<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Rows that cannot be imported; the message says what is wrong, where, and what to do. */
final class TableException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}

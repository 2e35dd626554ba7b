<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

/** What stands in a cell is no email address; the message says what is wrong with it. */
final class EmailAddressException extends \InvalidArgumentException
{
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Nothing can be laid on sheets like this: says what, and what would do. */
final class SheetException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}

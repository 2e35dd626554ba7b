<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A print sheet that cannot be made; the message says why and what would work. */
final class SheetException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}

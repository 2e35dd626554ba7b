<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Nothing can be laid on sheets like this: says what, and what would do. */
final class SheetException extends \RuntimeException
{
}

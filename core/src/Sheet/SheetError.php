<?php

declare(strict_types=1);

namespace Morphea\Core\Sheet;

/** Nothing can be laid on sheets like this: says what, and what would do. */
final class SheetError extends \RuntimeException
{
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/** Rows that cannot be taken in; the message says what, where and what to do. */
final class TableException extends \InvalidArgumentException
{
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/** Words that a kind of code cannot hold; the message says why and what would do. */
final class CodeError extends \InvalidArgumentException
{
}

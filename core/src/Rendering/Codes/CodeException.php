<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

/** Words that a kind of code cannot hold; the message says why and what would do. */
final class CodeException extends \InvalidArgumentException
{
}

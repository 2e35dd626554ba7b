<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/** Values that do not go together; `key` is the one to look at. */
final class InvalidValueException extends \InvalidArgumentException
{
    public function __construct(public readonly string $key, public readonly Message $what)
    {
        parent::__construct($what->stored());
    }
}

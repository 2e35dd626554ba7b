<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/** Values that contradict each other; `key` is the property to look at. */
final class InvalidValueException extends \InvalidArgumentException
{
    public function __construct(public readonly string $key, public readonly Message $what)
    {
        parent::__construct($what->stored());
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** A pattern that cannot be read; `offset` counts characters from the start of the pattern. */
final class PatternException extends \InvalidArgumentException
{
    public function __construct(string $message, public readonly int $offset)
    {
        parent::__construct($message);
    }
}

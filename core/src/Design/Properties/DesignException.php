<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Something in a design that cannot be used: `where` is its path, as in `sides[0].layers[2].style.size`. */
final class DesignException extends \InvalidArgumentException
{
    public function __construct(public readonly string $where, public readonly string $what)
    {
        parent::__construct('' === $where ? $what : "$where: $what");
    }
}

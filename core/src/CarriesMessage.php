<?php

declare(strict_types=1);

namespace Morphea\Core;

/** For exceptions shown to people: keeps the message, which is translated when somebody reads it. */
trait CarriesMessage
{
    final public function __construct(private readonly Message|string $says, int $code = 0, ?\Throwable $previous = null)
    {
        // For logs and the command line of before; who shows it to people asks `says()`.
        parent::__construct($says instanceof Message ? $says->stored() : $says, $code, $previous);
    }

    public function says(): Message|string
    {
        return $this->says;
    }
}

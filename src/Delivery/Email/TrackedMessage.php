<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Message;

/**
 * An email that reports when it is handed over: when its last line is read. Until then no server can have accepted it,
 * so after an earlier interruption it may be sent again; after a later one it must not.
 */
final class TrackedMessage extends Message
{
    /** @param \Closure(): void $tell */
    public function __construct(Email $email, private readonly \Closure $tell)
    {
        parent::__construct($email->getHeaders(), $email->getBody());
    }

    /** @return iterable<string> */
    public function toIterable(): iterable
    {
        yield from parent::toIterable();
        ($this->tell)();
    }
}

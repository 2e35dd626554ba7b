<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Message;

/**
 * An email that says when it leaves the house: once its last line is asked for. Until then no server can have taken it, so
 * whoever is cut off before may send it again; whoever is cut off after must not.
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

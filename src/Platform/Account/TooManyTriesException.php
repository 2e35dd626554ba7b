<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\Core\Message;
use Symfony\Component\Security\Core\Exception\AuthenticationException;

/** Somebody tried too many passwords; `wait` is how long they are locked out. */
final class TooManyTriesException extends AuthenticationException
{
    public function __construct(public readonly Message $wait)
    {
        parent::__construct('Too many wrong passwords.');
    }
}

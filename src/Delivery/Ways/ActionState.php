<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** The outcome of an automation's action on a row. */
final readonly class ActionState
{
    /**
     * @param Message|string      $words  as “email refused”
     * @param Message|string|null $missed what is said of the row where it did not reach whom it was for, as “email not delivered”
     * @param Message|string      $error  why
     */
    public function __construct(public Message|string $words, public Message|string|null $missed = null, public Message|string $error = '')
    {
    }
}

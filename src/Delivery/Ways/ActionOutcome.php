<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** The outcome of a step, row by row. */
final readonly class ActionOutcome
{
    /**
     * @param array<int, Message|string> $notes  what is to be said instead of that it was done, by id of the row
     * @param array<int, Message|string> $failed why it could not be done, by id of the row
     */
    public function __construct(public array $notes = [], public array $failed = [])
    {
    }
}

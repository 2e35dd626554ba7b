<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

/** What became of what an automation did of a row. */
final readonly class ActionState
{
    /**
     * @param string      $words  as “email refused”
     * @param string|null $missed what is said of the row where it did not reach whom it was for, as “email not delivered”
     * @param string      $error  why
     */
    public function __construct(public string $words, public ?string $missed = null, public string $error = '')
    {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

/** The reader of an address in a response confirmed that it is theirs. */
final readonly class AddressConfirmed
{
    public function __construct(public string $project, public int $row)
    {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

/** Whoever reads mail at the address in a response said that it is theirs. */
final readonly class AddressConfirmed
{
    public function __construct(public string $project, public int $row)
    {
    }
}

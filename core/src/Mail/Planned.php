<?php

declare(strict_types=1);

namespace Morphea\Core\Mail;

use Morphea\Core\Data\Record;

/** A mail that goes to the person of a row. */
final readonly class Planned
{
    /** @param list<Address> $copies */
    public function __construct(public Record $row, public Address $to, public array $copies)
    {
    }
}

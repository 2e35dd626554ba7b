<?php

declare(strict_types=1);

namespace Morphea\Core\Mail;

use Morphea\Core\Data\Record;

/** A mail that goes to the person of a row. */
final readonly class Planned
{
    /**
     * @param list<Address> $copies
     * @param bool          $toPerson whether it goes to the person, too, and not only as a copy
     */
    public function __construct(public Record $row, public Address $to, public array $copies, public bool $toPerson = true)
    {
    }

    /** @return int how many emails that is */
    public function count(): int
    {
        return (int) $this->toPerson + \count($this->copies);
    }
}

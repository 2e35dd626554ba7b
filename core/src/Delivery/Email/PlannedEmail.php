<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Data\Record;

/** An email that will be sent for a row. */
final readonly class PlannedEmail
{
    /**
     * @param list<EmailAddress> $copies
     * @param bool          $toPerson whether it goes to the person, too, and not only as a copy
     * @param Record|null   $words    the row as it is put into words, where that is not as it stands
     */
    public function __construct(
        public Record $row,
        public EmailAddress $to,
        public array $copies,
        public bool $toPerson = true,
        private ?Record $words = null,
    ) {
    }

    public function words(): Record
    {
        return $this->words ?? $this->row;
    }

    /** @param list<EmailAddress> $copies */
    public function only(bool $toPerson, array $copies): self
    {
        return new self($this->row, $this->to, $copies, $toPerson, $this->words);
    }

    /** @return int how many emails that is */
    public function count(): int
    {
        return (int) $this->toPerson + \count($this->copies);
    }
}

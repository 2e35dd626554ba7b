<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;

/** A row that gets no mail, with what is to be said about it. */
final readonly class SkippedRow
{
    public function __construct(public Record $row, public SkipReason $why, public Message|string $words = '')
    {
    }
}

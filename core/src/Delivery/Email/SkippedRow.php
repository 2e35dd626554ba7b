<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;

/** A row that gets no email, with the reason. */
final readonly class SkippedRow
{
    public function __construct(public Record $row, public SkipReason $why, public Message|string $words = '')
    {
    }
}

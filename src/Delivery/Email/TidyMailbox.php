<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;

/** Deletes old emails from the test mailbox. */
final readonly class TidyMailbox implements TidyTask
{
    private const KEPT_DAYS = 30;

    public function __construct(private Sweeper $sweeper)
    {
    }

    public function tidy(): array
    {
        return ['maintenance.tidied.emails' => $this->sweeper->older(MailboxTransport::FOLDER, self::KEPT_DAYS * Sweeper::DAY)];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Jobs\NeedsMailServer;

/** Asks a worker to send a test email, as somebody in the table would get it, to its author. */
final readonly class SendTestEmail implements NeedsMailServer
{
    /**
     * @param array<string, string|int> $said of the MailingOrder
     * @param int                       $row  id
     */
    public function __construct(
        public string $project,
        public array $said,
        public int $row,
        public int $member,
        public string $base,
    ) {
    }
}

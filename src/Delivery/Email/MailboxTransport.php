<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/**
 * The mail transport for tests and demos: every email is stored as an EML file (RFC 5322) for `morphea:mailbox` to read.
 * Nothing leaves the machine.
 */
final class MailboxTransport extends AbstractTransport
{
    public const FOLDER = 'mailbox';

    public function __construct(private readonly FilesystemOperator $files)
    {
        parent::__construct();
    }

    public function __toString(): string
    {
        return 'mailbox://default';
    }

    /** Where the email with a Message-ID is stored. Storing the same email again replaces it. */
    public static function path(string $message): string
    {
        return self::FOLDER . '/' . substr(hash('sha256', trim($message, '<>')), 0, 32) . '.eml';
    }

    /** Rejects addresses that start with “nobody”, as servers reject unknown recipients. */
    protected function doSend(SentMessage $message): void
    {
        foreach ($message->getEnvelope()->getRecipients() as $to) {
            if (str_starts_with($to->getAddress(), 'nobody')) {
                $said = "550 5.1.1 No such mailbox: {$to->getAddress()}";

                throw new UnexpectedResponseException("Expected response code \"250\" but got code \"550\", with message \"$said\".", 550);
            }
        }
        $this->files->write(self::path($message->getMessageId()), $message->toString());
    }
}

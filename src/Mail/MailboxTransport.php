<?php

declare(strict_types=1);

namespace Morphea\App\Mail;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Uid\Ulid;

/**
 * The stand-in for mail that ships: every mail is laid down as an EML file (RFC 5322), for `morphea:mailbox` to read.
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

    protected function doSend(SentMessage $message): void
    {
        $this->files->write(self::FOLDER . '/' . strtolower((string) new Ulid()) . '.eml', $message->toString());
    }
}

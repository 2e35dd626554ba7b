<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\Core\Message;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\Transport\Smtp\EsmtpTransport;

/**
 * After a server has not answered once, sends nothing more on that connection, not even a QUIT, because every command
 * would wait for an answer.
 */
final class HastySmtp extends EsmtpTransport
{
    private bool $isSilent = false;

    public function start(): void
    {
        $this->isSilent = false;
        parent::start();
    }

    public function executeCommand(string $command, array $codes): string
    {
        if ($this->isSilent) {
            throw new TransportException((new Message('email.error.server_silent'))->stored());
        }
        try {
            return parent::executeCommand($command, $codes);
        } catch (UnexpectedResponseException $e) {
            throw $e;
        } catch (TransportExceptionInterface $e) {
            $this->isSilent = true;
            throw $e;
        }
    }
}

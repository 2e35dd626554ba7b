<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use League\Flysystem\FilesystemException;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\Core\Message;
use Symfony\Component\Mailer\Envelope;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;

/**
 * Sends one email and records the outcome. A server that does not answer at all is not the email's fault: an exception
 * is thrown and everything waits. What a server says about one email concerns only that one (RFC 5321, 4.2.1: 4 later, 5
 * never).
 */
final readonly class EmailSender
{
    /** Seconds until a letter that was put off is tried again, as RFC 5321, 4.5.4.1, would have it: longer and longer. */
    private const AGAIN = [60, 300, 900, 3_600, 14_400];

    public function __construct(
        private TransportInterface $transport,
        private EmailWriter $writer,
        private EmailRepository $emails,
        private SuppressionList $closed,
    ) {
    }

    /** @throws TransportExceptionInterface when no server answers */
    public function send(Mailing $mailing, QueuedEmail $queued): void
    {
        if (!$this->emails->begin($queued->id, $this->writer->message($queued))) {
            return;
        }
        // It may have been closed while the email waited.
        if ($this->closed->isClosed($mailing->project()->owner(), $queued->email)) {
            $this->emails->mark($queued->id, EmailState::Left);

            return;
        }
        try {
            $email = $this->writer->email($mailing->project(), $mailing->order(), $queued, $mailing->base());
        } catch (NoPieceException | MimeException $e) {
            // It is this email's alone: the others go.
            $this->emails->mark($queued->id, EmailState::Refused, self::short($e));

            return;
        } catch (StoreUnavailableException $e) {
            // The mail server is well: the others, which may bring nothing, go on.
            $this->emails->later($queued->id, Time::precise() + (self::AGAIN[$queued->tries] ?? max(self::AGAIN)), self::short($e));

            return;
        }
        $gone = false;
        $message = new TrackedMessage($email, function () use ($queued, &$gone): void {
            $gone = true;
            $this->emails->mark($queued->id, EmailState::Handed);
        });
        $envelope = new Envelope($this->writer->comesBackTo($queued), [new Address($queued->email)]);
        try {
            $this->transport->send($message, $envelope);
            $this->emails->mark($queued->id, EmailState::Sent);
        } catch (UnexpectedResponseException $e) {
            // Nothing at all, or that it closes the connection (RFC 5321, 3.8), is not said of this email.
            \in_array($e->getCode(), [0, 421], true) ? $this->cut($mailing, $queued, $e, $gone) : $this->answered($queued, $e);
        } catch (MimeException | \Symfony\Component\Mailer\Exception\InvalidArgumentException $e) {
            // As an address in letters that this server does not know.
            $this->emails->mark($queued->id, EmailState::Refused, self::short($e));
        } catch (TransportExceptionInterface | FilesystemException $e) {
            $this->cut($mailing, $queued, $e, $gone);
        }
    }

    /**
     * The connection ended or the server did not answer: the email waits again, unless the server may have accepted it.
     *
     * @throws TransportExceptionInterface|FilesystemException
     */
    private function cut(Mailing $mailing, QueuedEmail $queued, TransportExceptionInterface|FilesystemException $e, bool $gone): void
    {
        if ($gone) {
            $this->emails->leftBehind($mailing->id());

            return;
        }
        $this->emails->unbegin($queued->id);
        throw $e;
    }

    private function answered(QueuedEmail $queued, UnexpectedResponseException $e): void
    {
        $said = 1 === preg_match('/with message "(.*)"/s', $e->getMessage(), $m) ? trim($m[1]) : self::short($e);
        $said = mb_strimwidth(trim((string) preg_replace('/\s+/', ' ', $said)), 0, 240, '…', 'UTF-8');
        $wait = self::AGAIN[$queued->tries] ?? null;
        if ($e->getCode() >= 500 || null === $wait) {
            $said = $e->getCode() >= 500 ? $said : (new Message('email.error.put_off', ['said' => $said]))->stored();
            $this->emails->mark($queued->id, EmailState::Refused, $said);
        } else {
            $this->emails->later($queued->id, Time::precise() + $wait, $said);
        }
    }

    private static function short(\Throwable $e): string
    {
        $why = Message::why($e, 240);

        return $why instanceof Message ? $why->stored() : $why;
    }
}

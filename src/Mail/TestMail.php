<?php

declare(strict_types=1);

namespace Morphea\App\Mail;

use Morphea\App\Entity\Member;
use Morphea\App\Entity\Project;
use Morphea\Core\Mail\MailError;
use Morphea\Core\Mail\MailOrder;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Address;

/** One mail, as it would go to somebody of the table, to who writes it; nobody else gets it, and it counts for nothing. */
final readonly class TestMail
{
    public function __construct(private Mailings $mailings, private MailWriter $writer, private TransportInterface $transport)
    {
    }

    /**
     * @param int $at which of those that are written to, from 1
     *
     * @return string what was done, in words
     *
     * @throws MailError
     */
    public function send(Project $project, MailOrder $order, int $at, Member $member, string $base): string
    {
        $mails = $this->mailings->plan($project, $order)->mails;
        if ([] === $mails) {
            throw new MailError('Nobody is left to be written to: there is nothing to try.');
        }
        $planned = $mails[min($at, \count($mails)) - 1];
        try {
            $email = $this->writer->email($project, $order, Letter::draft($planned, str_repeat('x', 22)), $base);
            $email->to(new Address($member->getUserIdentifier()))->subject("Test: {$email->getSubject()}");
            foreach (['Cc', 'List-Unsubscribe', 'List-Unsubscribe-Post', 'Message-ID'] as $header) {
                $email->getHeaders()->remove($header);
            }
            $this->transport->send($email);
        } catch (NoPiece | TransportExceptionInterface $e) {
            throw new MailError('The test did not go: ' . mb_strimwidth($e->getMessage(), 0, 240, '…', 'UTF-8'), 0, $e);
        }

        return "What goes to {$planned->to->email} (row {$planned->row->number}) went to {$member->getUserIdentifier()}.";
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailError;
use Morphea\Core\Delivery\Email\MailOrder;
use Morphea\Core\Delivery\Email\Planned;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;

/**
 * One email, as it would go to somebody of the table, to who writes it; nobody else gets it, and it counts for nothing. A
 * worker sends it, so that it waits for a mail server that does not answer.
 */
final readonly class TestMail
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Mailings $mailings,
        private MailWriter $writer,
        private TransportInterface $transport,
        private MessageBusInterface $bus,
    ) {
    }

    /**
     * @param int $at which of those that are written to, from 1
     *
     * @return string what was done, in words
     *
     * @throws MailError
     */
    public function ask(Project $project, MailOrder $order, int $at, Member $member, string $base): string
    {
        $mails = $this->mailings->plan($project, $order)->mails;
        if ([] === $mails) {
            throw new MailError('Nobody is left to be written to: there is nothing to try.');
        }
        $planned = $mails[min($at, \count($mails)) - 1];
        try {
            // What is wrong with it is said now.
            $this->email($project, $order, $planned, $member, $base);
        } catch (NoPiece | MimeException $e) {
            throw new MailError('The test cannot be sent: ' . mb_strimwidth($e->getMessage(), 0, 240, '…', 'UTF-8'), 0, $e);
        }
        $this->bus->dispatch(new SendTest($project->id(), $order->toArray(), (int) $planned->row->id, $member->id(), $base));

        return "What goes to {$planned->to->email} (row {$planned->row->number}) is on its way to {$member->getUserIdentifier()}.";
    }

    #[AsMessageHandler]
    public function send(SendTest $asked): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $asked->project);
        $member = $this->entities->find(Member::class, $asked->member);
        if (null === $project || null === $member) {
            return;
        }
        try {
            $order = MailOrder::of($asked->said);
            foreach ($this->mailings->plan($project, $order, [$asked->row])->mails as $planned) {
                $this->transport->send($this->email($project, $order, $planned, $member, $asked->base));
            }
        } catch (MailError | NoPiece | MimeException) {
            // Its row or its piece went meanwhile: there is nothing to try any more.
        }
    }

    /** @throws NoPiece|MimeException */
    private function email(Project $project, MailOrder $order, Planned $planned, Member $member, string $base): Email
    {
        $email = $this->writer->email($project, $order, Letter::draft($planned, str_repeat('x', 22)), $base);
        $email->to(new Address($member->getUserIdentifier()))->subject("Test: {$email->getSubject()}");
        foreach (['List-Unsubscribe', 'List-Unsubscribe-Post', 'Message-ID'] as $header) {
            $email->getHeaders()->remove($header);
        }

        return $email;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Email\PlannedEmail;
use Morphea\Core\Message;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;

/**
 * Sends a test email to its author only; it counts towards nothing. A worker sends it, so that it can wait for a slow
 * mail server.
 */
final readonly class SendTestEmailHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Mailings $mailings,
        private EmailWriter $writer,
        private TransportInterface $transport,
        private MessageBusInterface $bus,
        private Words $words,
    ) {
    }

    /**
     * @param int $at which of those that are written to, from 1
     *
     * @return Message what was done
     *
     * @throws MailingException
     */
    public function ask(Project $project, MailingOrder $order, int $at, Member $member, string $base): Message
    {
        $mails = $this->mailings->plan($project, $order)->mails;
        if ([] === $mails) {
            throw new MailingException(new Message('email.wrong.nobody_test'));
        }
        $planned = $mails[min($at, \count($mails)) - 1];
        try {
            // What is wrong with it is said now.
            $this->email($project, $order, $planned, $member, $base);
        } catch (NoPieceException | MimeException $e) {
            throw new MailingException(new Message('email.wrong.test', ['why' => Message::why($e)]), 0, $e);
        }
        $this->bus->dispatch(new SendTestEmail($project->id(), $order->toArray(), (int) $planned->row->id, $member->id(), $base));

        return new Message('email.test.sent', [
            'to' => $planned->to->email,
            'row' => $planned->row->number,
            'you' => $member->getUserIdentifier(),
        ]);
    }

    #[AsMessageHandler]
    public function send(SendTestEmail $asked): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $asked->project);
        $member = $this->entities->find(Member::class, $asked->member);
        if (null === $project || null === $member) {
            return;
        }
        try {
            $order = MailingOrder::of($asked->said);
            foreach ($this->mailings->plan($project, $order, [$asked->row])->mails as $planned) {
                $this->transport->send($this->email($project, $order, $planned, $member, $asked->base));
            }
        } catch (MailingException | NoPieceException | MimeException) {
            // Its row or its piece went meanwhile: there is nothing to try any more.
        }
    }

    /** @throws NoPieceException|MimeException */
    private function email(Project $project, MailingOrder $order, PlannedEmail $planned, Member $member, string $base): Email
    {
        $email = $this->writer->email($project, $order, QueuedEmail::draft($planned, str_repeat('x', 22)), $base);
        $email->to(new Address($member->getUserIdentifier()))->subject($this->words->say(
            new Message('email.test.subject', ['subject' => (string) $email->getSubject()]),
            $project->language(),
        ));
        foreach (['List-Unsubscribe', 'List-Unsubscribe-Post', 'Message-ID'] as $header) {
            $email->getHeaders()->remove($header);
        }

        return $email;
    }
}

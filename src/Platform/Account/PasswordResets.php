<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Environment;

/**
 * Links for setting a new password. Only their hashes are stored; a worker sends the emails, so that a request takes as
 * long for an unknown address.
 */
final readonly class PasswordResets
{
    private const SECONDS = 3_600;

    public function __construct(
        private MemberProvider $members,
        private Connection $connection,
        private EntityManagerInterface $entities,
        private UserPasswordHasherInterface $hasher,
        private SessionStore $sessions,
        private MailerInterface $mailer,
        private Environment $twig,
        private UrlGeneratorInterface $urls,
        private string $mailFrom,
        private Words $words,
    ) {
    }

    public function ask(string $address): void
    {
        $member = $this->members->find($address);
        if (null === $member) {
            return;
        }
        $token = bin2hex(random_bytes(32));
        $this->connection->executeStatement('INSERT INTO password_reset (token, member_id, asked_at) VALUES (?, ?, ?)', [
            self::hash($token),
            $member->id(),
            Time::now(),
        ]);
        $link = $this->urls->generate('sign_reset_with', ['token' => $token], UrlGeneratorInterface::ABSOLUTE_URL);
        $this->mailer->send(
            (new Email())
                ->from(new Address($this->mailFrom, 'Morphea'))
                ->to(new Address($member->getUserIdentifier(), $member->name))
                ->subject($this->words->say(new Message('account.mail.reset.subject')))
                ->text($this->twig->render('mail/reset.txt.twig', ['member' => $member, 'link' => $link])),
        );
    }

    /** The member whose password a link sets; null if it is no longer valid. */
    public function member(string $token): ?Member
    {
        $id = $this->connection->fetchOne('SELECT member_id FROM password_reset WHERE token = ? AND asked_at > ?', [
            self::hash($token),
            Time::now() - self::SECONDS,
        ]);

        return false === $id ? null : $this->entities->find(Member::class, (int) $id);
    }

    /** Sets it, once, and ends all sessions of the member. */
    public function take(string $token, string $password): bool
    {
        $member = $this->member($token);
        if (null === $member) {
            return false;
        }
        $hash = $this->hasher->hashPassword($member, $password);

        return $this->connection->transactional(function () use ($token, $member, $hash): bool {
            if (1 !== $this->connection->executeStatement('DELETE FROM password_reset WHERE token = ?', [self::hash($token)])) {
                return false;
            }
            $this->connection->executeStatement('DELETE FROM password_reset WHERE member_id = ?', [$member->id()]);
            $member->setPassword($hash);
            $this->entities->flush();
            $this->sessions->end($member);

            return true;
        });
    }

    public function tidy(): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM password_reset WHERE asked_at < ?', [
            Time::now() - self::SECONDS,
        ]);
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}

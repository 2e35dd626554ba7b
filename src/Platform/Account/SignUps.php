<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Environment;

/**
 * Accounts waiting for confirmation: the account is created when the reader of the address confirms it. The page says
 * the same whether or not an account with the address exists; the email says which.
 */
final readonly class SignUps
{
    private const SECONDS = 86_400;

    public function __construct(
        private MemberProvider $members,
        private Connection $connection,
        private EntityManagerInterface $entities,
        private MailerInterface $mailer,
        private Environment $twig,
        private UrlGeneratorInterface $urls,
        private string $mailFrom,
        private Words $words,
        #[Autowire(env: 'MAILER_DSN')] private string $mailerDsn,
    ) {
    }

    /**
     * @param string $password its hash; empty where there is an account and only its address is confirmed
     *
     * @return string|null the address of the email's link, where emails reach nobody: the mailbox is a stand-in
     */
    public function ask(string $address, string $name, string $password): ?string
    {
        $isTaken = '' !== $password && null !== $this->members->find($address);
        $token = bin2hex(random_bytes(32));
        if (!$isTaken) {
            $this->connection->executeStatement('INSERT INTO sign_up (token, email, name, password, asked_at) VALUES (?, ?, ?, ?, ?)', [
                self::hash($token),
                $address,
                $name,
                $password,
                Time::now(),
            ]);
        }
        $link = $isTaken
            ? $this->urls->generate('sign_in', [], UrlGeneratorInterface::ABSOLUTE_URL)
            : $this->urls->generate('sign_up_with', ['token' => $token], UrlGeneratorInterface::ABSOLUTE_URL);
        $this->mailer->send(
            (new Email())
                ->from(new Address($this->mailFrom, 'Morphea'))
                ->to(new Address($address, $name))
                ->subject($this->words->say(new Message('account.mail.sign_up.' . ($isTaken ? 'subject_taken' : 'subject'))))
                ->text($this->twig->render('account/sign-up.txt.twig', ['name' => $name, 'link' => $link, 'taken' => $isTaken])),
        );

        return str_starts_with($this->mailerDsn, 'mailbox:') ? $link : null;
    }

    /** The address a link confirms; null if it has expired or was used. */
    public function address(string $token): ?string
    {
        return $this->find($token)['email'] ?? null;
    }

    /** The new member with that address; null if the link has expired or was used, or somebody else was first. */
    public function take(string $token): ?Member
    {
        return $this->connection->transactional(function () use ($token): ?Member {
            $found = $this->find($token);
            $taken = $this->connection->executeStatement('DELETE FROM sign_up WHERE token = ?', [self::hash($token)]);
            $member = null === $found ? null : $this->members->find($found['email']);
            if (null === $found || 1 !== (int) $taken || ('' !== $found['password'] && null !== $member)) {
                return null;
            }
            if (null === $member) {
                $member = new Member($found['email'], $found['name']);
                $member->setPassword($found['password']);
                $this->entities->persist($member);
            }
            $member->confirm();
            $this->entities->flush();

            return $member;
        });
    }

    public function tidy(): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM sign_up WHERE asked_at <= ?', [Time::now() - self::SECONDS]);
    }

    /** @return array{email: non-empty-string, name: string, password: string}|null */
    private function find(string $token): ?array
    {
        $found = $this->connection->fetchAssociative('SELECT email, name, password FROM sign_up WHERE token = ? AND asked_at > ?', [
            self::hash($token),
            Time::now() - self::SECONDS,
        ]);

        return false === $found ? null : [
            'email' => (string) $found['email'] ?: 'nobody',
            'name' => (string) $found['name'],
            'password' => (string) $found['password'],
        ];
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}

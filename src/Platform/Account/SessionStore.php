<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\DBAL\ParameterType;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\AbstractSessionHandler;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Sessions in the database, under the hash of their id: they outlive the web server, expire when idle and in any case
 * after some time, and know their member. Visits without data are not stored. Requests never lock a session, so pictures
 * and pages do not wait for each other.
 */
final class SessionStore extends AbstractSessionHandler
{
    /** Seconds after which it ends if nobody came, and in any case. */
    public const IDLE = 86_400;
    public const ABSOLUTE = 1_209_600;
    /** A visit is noted no more often than this. */
    private const NOTED_EVERY = 60;

    /** Hash of the session this request came with. */
    private string $found = '';

    public function __construct(
        private readonly Connection $connection,
        private readonly TokenStorageInterface $tokens,
        private readonly RequestStack $requests,
    ) {
    }

    /**
     * @return list<array{id: string, started: \DateTimeImmutable, seen: \DateTimeImmutable, agent: string,
     * browser: Message|string, here: bool}> the newest first
     */
    public function all(Member $member): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT id, started_at, seen_at, agent FROM session WHERE member_id = ? AND seen_at > ? AND started_at > ' .
            '? ORDER BY seen_at DESC',
            [$member->id(), Time::now() - self::IDLE, Time::now() - self::ABSOLUTE],
        );
        $here = $this->requests->getMainRequest()?->getSession()->getId() ?? '';
        $at = static fn (mixed $time): \DateTimeImmutable => Time::at()->setTimestamp((int) $time);

        return array_map(
            static fn (array $one): array => [
                'id' => (string) $one['id'],
                'started' => $at($one['started_at']),
                'seen' => $at($one['seen_at']),
                'agent' => (string) $one['agent'],
                'browser' => BrowserName::of((string) $one['agent']),
                'here' => self::hash($here) === $one['id'],
            ],
            $found,
        );
    }

    /** Signs a member out everywhere, or everywhere but here. */
    public function end(Member $member, ?string $exceptId = null): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM session WHERE member_id = ? AND id <> ?', [
            $member->id(),
            null === $exceptId ? '' : self::hash($exceptId),
        ]);
    }

    public function close(): bool
    {
        return true;
    }

    public function gc(int $max_lifetime): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM session WHERE seen_at < ? OR started_at < ?', [
            Time::now() - self::IDLE,
            Time::now() - self::ABSOLUTE,
        ]);
    }

    public function updateTimestamp(string $id, string $data): bool
    {
        $this->connection->executeStatement('UPDATE session SET seen_at = ? WHERE id = ? AND seen_at < ?', [
            Time::now(),
            self::hash($id),
            Time::now() - self::NOTED_EVERY,
        ]);

        return true;
    }

    protected function doRead(string $sessionId): string
    {
        $data = $this->connection->fetchOne('SELECT data FROM session WHERE id = ? AND seen_at > ? AND started_at > ?', [
            self::hash($sessionId),
            Time::now() - self::IDLE,
            Time::now() - self::ABSOLUTE,
        ]);

        $this->found = \is_string($data) ? self::hash($sessionId) : '';

        return \is_string($data) ? (string) base64_decode($data, true) : '';
    }

    protected function doWrite(string $sessionId, string $data): bool
    {
        $member = $this->tokens->getToken()?->getUser();
        $who = $member instanceof Member ? $member->id() : null;
        $packed = base64_encode($data);
        $there = $this->connection->executeStatement('UPDATE session SET data = ?, member_id = ?, seen_at = ? WHERE id = ?', [
            $packed,
            $who,
            Time::now(),
            self::hash($sessionId),
        ]);
        // One that was there and is gone was ended meanwhile, and stays so.
        if (0 === $there && $this->found !== self::hash($sessionId)) {
            $agent = mb_substr(
                mb_scrub((string) $this->requests->getMainRequest()?->headers->get('User-Agent', ''), 'UTF-8'),
                0,
                250,
            );
            try {
                $this->connection->executeStatement(
                    'INSERT INTO session (id, data, member_id, started_at, seen_at, agent) VALUES (?, ?, ?, ?, ?, ?)',
                    [self::hash($sessionId), $packed, $who, Time::now(), Time::now(), $agent],
                    [2 => null === $who ? ParameterType::NULL : ParameterType::INTEGER],
                );
            } catch (UniqueConstraintViolationException) {
                // Another request of the same session was first; what it wrote holds.
            }
        }

        return true;
    }

    protected function doDestroy(string $sessionId): bool
    {
        $this->connection->executeStatement('DELETE FROM session WHERE id = ?', [self::hash($sessionId)]);

        return true;
    }

    /** Somebody who reads the database, or a backup of it, cannot sign in with what is stored. */
    private static function hash(string $id): string
    {
        return hash('sha256', $id);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Doctrine\DBAL\Connection;

/**
 * How often something was tried that must not be tried without end: by whom and on what, remembered as hashes for as
 * long as it counts.
 */
final readonly class Attempts
{
    public const WRONG_PASSWORD = 'password';
    public const SIGN_UP = 'sign-up';
    public const RESET = 'reset';

    public function __construct(private Connection $connection)
    {
    }

    public function note(string $what, string $key): void
    {
        $this->connection->executeStatement('INSERT INTO attempt (what, who, tried_at) VALUES (?, ?, ?)', [
            $what,
            self::hash($what, $key),
            microtime(true),
        ]);
    }

    /**
     * Seconds until it may be tried again; 0 where it may at once.
     *
     * @param int $most    tries within so many seconds
     */
    public function wait(string $what, string $key, int $most, int $seconds): int
    {
        $tried = $this->connection->fetchFirstColumn(
            'SELECT tried_at FROM attempt WHERE what = ? AND who = ? AND tried_at > ? ORDER BY tried_at DESC LIMIT ?',
            [$what, self::hash($what, $key), microtime(true) - $seconds, $most],
        );

        return \count($tried) < $most ? 0 : max(1, (int) ceil((float) $tried[$most - 1] + $seconds - microtime(true)));
    }

    /** One try was right after all. */
    public function takeBack(string $what, string $key): void
    {
        $who = self::hash($what, $key);
        $this->connection->executeStatement(
            'DELETE FROM attempt WHERE what = ? AND who = ? AND tried_at = (SELECT MAX(newest.tried_at) FROM attempt ' .
            'newest WHERE newest.what = ? AND newest.who = ?)',
            [$what, $who, $what, $who],
        );
    }

    public function forget(string $what, string $key): void
    {
        $this->connection->executeStatement('DELETE FROM attempt WHERE what = ? AND who = ?', [$what, self::hash($what, $key)]);
    }

    /** Forgets what counts no more. */
    public function tidy(): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM attempt WHERE tried_at < ?', [microtime(true) - 86_400]);
    }

    /** In words: "7 minutes". */
    public static function words(int $seconds): string
    {
        return $seconds < 60
            ? "$seconds seconds"
            : (1 === ($minutes = (int) ceil($seconds / 60))
                ? '1 minute'
                : "$minutes minutes");
    }

    private static function hash(string $what, string $key): string
    {
        return hash('sha256', "$what\n$key");
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;

/**
 * Counts actions that must not be repeated without end, by person and by network, stored as hashes while they count. One
 * statement both checks and counts, so that many at once do not slip through.
 */
final readonly class RateLimiter
{
    private const FORGOTTEN = 86_400;

    public function __construct(private Connection $connection)
    {
    }

    /** @return int seconds until it may be done again; 0 where it may be, and was counted */
    public function take(RateLimit $limit, string $key): int
    {
        if (null === ($most = $limit->most())) {
            return 0;
        }
        [$often, $seconds] = $most;
        $now = Time::precise();
        $taken = $this->connection->executeStatement(
            'INSERT INTO rate_limit (name, who, since, hits) VALUES (?, ?, ?, 1) ON CONFLICT (name, who) DO UPDATE SET
                hits = CASE WHEN rate_limit.since <= ? THEN 1 ELSE rate_limit.hits + 1 END,
                since = CASE WHEN rate_limit.since <= ? THEN excluded.since ELSE rate_limit.since END
             WHERE rate_limit.since <= ? OR rate_limit.hits < ?',
            [$limit->value, self::hash($limit, $key), $now, $now - $seconds, $now - $seconds, $now - $seconds, $often],
        );
        if (1 === (int) $taken) {
            return 0;
        }
        $since = $this->connection->fetchOne('SELECT since FROM rate_limit WHERE name = ? AND who = ?', [
            $limit->value,
            self::hash($limit, $key),
        ]);

        return max(1, (int) ceil((float) $since + $seconds - $now));
    }

    /** Undoes the count of an attempt that succeeded. */
    public function giveBack(RateLimit $limit, string $key): void
    {
        $this->connection->executeStatement('UPDATE rate_limit SET hits = hits - 1 WHERE name = ? AND who = ? AND hits > 0', [
            $limit->value,
            self::hash($limit, $key),
        ]);
    }

    public function forget(RateLimit $limit, string $key): void
    {
        $this->connection->executeStatement('DELETE FROM rate_limit WHERE name = ? AND who = ?', [
            $limit->value,
            self::hash($limit, $key),
        ]);
    }

    /** Deletes counts that have expired. */
    public function tidy(): int
    {
        $old = Time::precise() - self::FORGOTTEN;

        return (int) $this->connection->executeStatement('DELETE FROM rate_limit WHERE since < ?', [$old]);
    }

    /** In words: “7 minutes”. */
    public static function words(int $seconds): Message
    {
        return $seconds < 60
            ? new Message('common.wait.seconds', ['count' => $seconds])
            : new Message('common.wait.minutes', ['count' => (int) ceil($seconds / 60)]);
    }

    /** Addresses of one IPv6 network count as one, since everybody has a whole network of them. */
    public static function network(?string $ip): string
    {
        $bytes = @inet_pton((string) $ip);

        return false !== $bytes && 16 === \strlen($bytes) ? bin2hex(substr($bytes, 0, 8)) : (string) $ip;
    }

    private static function hash(RateLimit $limit, string $key): string
    {
        return hash('sha256', "$limit->value\n$key");
    }
}

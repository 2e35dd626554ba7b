<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Delivery\Email\SkipReason;

/** Addresses a member no longer writes to from any project: unsubscribed by their owner, added by hand, or bounced. */
final readonly class SuppressionList
{
    public const PAGE = 60;

    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, SkipReason> by address, in small letters */
    public function all(Member $member): array
    {
        return array_map(
            static fn (mixed $why): SkipReason => SkipReason::from((string) $why),
            $this->connection->fetchAllKeyValue('SELECT email, why FROM closed_address WHERE member_id = ?', [$member->id()]),
        );
    }

    /**
     * @param string $words of the address; empty for all
     *
     * @return list<array{email: string, why: SkipReason, since: \DateTimeImmutable}> the latest first
     */
    public function page(Member $member, string $words, int $page): array
    {
        $found = $this->connection->fetchAllAssociative(
            "SELECT email, why, since FROM closed_address WHERE member_id = ? AND email LIKE ? ESCAPE '!'
                ORDER BY since DESC, email LIMIT ? OFFSET ?",
            [$member->id(), self::like($words), self::PAGE, self::PAGE * max(0, $page - 1)],
        );

        return array_map(static fn (array $one): array => [
            'email' => (string) $one['email'],
            'why' => SkipReason::from((string) $one['why']),
            'since' => new \DateTimeImmutable((string) $one['since']),
        ], $found);
    }

    public function count(Member $member, string $words): int
    {
        return (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM closed_address WHERE member_id = ? AND email LIKE ? ESCAPE '!'",
            [$member->id(), self::like($words)],
        );
    }

    public function isClosed(Member $member, string $email): bool
    {
        $one = 'SELECT 1 FROM closed_address WHERE member_id = ? AND email = ?';

        return false !== $this->connection->fetchOne($one, [$member->id(), mb_strtolower($email, 'UTF-8')]);
    }

    /** Somebody who unsubscribed stays unsubscribed, whatever comes later; a request outranks a bounce. */
    public function close(int $member, string $email, SkipReason $why): void
    {
        $counts = match ($why) {
            SkipReason::Left => 'UPDATE SET why = excluded.why',
            SkipReason::Asked => "UPDATE SET why = excluded.why WHERE closed_address.why = 'came-back'",
            default => 'NOTHING',
        };
        $this->connection->executeStatement(
            "INSERT INTO closed_address (member_id, email, why, since) VALUES (?, ?, ?, ?) ON CONFLICT (member_id, email) DO $counts",
            [$member, mb_strtolower($email, 'UTF-8'), $why->value, Time::stamp()],
        );
    }

    /**
     * @param SkipReason $of what it may have been closed by; who took themselves off is opened by nobody else
     *
     * @return bool whether it was
     */
    public function open(int $member, string $email, SkipReason ...$of): bool
    {
        return 0 < (int) $this->connection->executeStatement(
            'DELETE FROM closed_address WHERE member_id = ? AND email = ? AND why IN (?)',
            [$member, mb_strtolower($email, 'UTF-8'), array_map(static fn (SkipReason $why): string => $why->value, array_values($of))],
            [2 => ArrayParameterType::STRING],
        );
    }

    private static function like(string $words): string
    {
        return '%' . preg_replace('/[!%_]/', '!$0', mb_strtolower(trim($words), 'UTF-8')) . '%';
    }
}

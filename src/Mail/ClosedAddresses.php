<?php

declare(strict_types=1);

namespace Morphea\App\Mail;

use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Member;
use Morphea\Core\Mail\Why;

/** Addresses a member does not write to any more, in none of their projects: taken off by who has them, or come back from. */
final readonly class ClosedAddresses
{
    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, Why> by address, in small letters */
    public function of(Member $member): array
    {
        return array_map(
            static fn (mixed $why): Why => Why::from((string) $why),
            $this->connection->fetchAllKeyValue('SELECT email, why FROM closed_address WHERE member_id = ?', [$member->id()]),
        );
    }

    /** Who took themselves off stays off, whatever comes back from there later. */
    public function close(int $member, string $email, Why $why): void
    {
        $this->connection->executeStatement(
            'INSERT INTO closed_address (member_id, email, why, since) VALUES (?, ?, ?, ?) ON CONFLICT (member_id, email) DO ' .
                (Why::Left === $why ? 'UPDATE SET why = excluded.why' : 'NOTHING'),
            [$member, mb_strtolower($email, 'UTF-8'), $why->value, (new \DateTimeImmutable())->format('Y-m-d H:i:s')],
        );
    }

    /** An address that mail came back from is right after all; one that was taken off is opened by who has it alone. */
    public function open(int $member, string $email): void
    {
        $this->connection->executeStatement('DELETE FROM closed_address WHERE member_id = ? AND email = ?', [
            $member,
            mb_strtolower($email, 'UTF-8'),
        ]);
    }
}

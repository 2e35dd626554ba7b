<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;

/** The account, and where its member is signed in. */
final readonly class AccountData implements PersonalData
{
    public function __construct(private Connection $connection)
    {
    }

    public function tables(Member $member): iterable
    {
        yield 'account.csv' => $this->connection->iterateAssociative(
            'SELECT email, name, organisation, signatory, confirmed_at, issuer FROM member WHERE id = ?',
            [$member->id()],
        );
        yield 'signed-in.csv' => $this->connection->iterateAssociative(
            'SELECT started_at, seen_at, agent FROM session WHERE member_id = ?',
            [$member->id()],
        );
    }
}

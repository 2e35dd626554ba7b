<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\Member;

/** What of projects others hold or wait for: whoever deletes one is told of it first. */
final readonly class Outside
{
    /** What is counted, and what becomes of one and of many. */
    private const ASKED = [
        [
            'piece_link WHERE taken_back_at IS NULL',
            'page that was handed out shows nothing any more',
            'pages that were handed out show nothing any more',
        ],
        [
            'seal WHERE standing = 1',
            'sealed piece is told to be unknown to whoever checks its code',
            'sealed pieces are told to be unknown to whoever checks their codes',
        ],
        [
            'form WHERE is_open = TRUE',
            'form that is open takes no answers any more',
            'forms that are open take no answers any more',
        ],
        [
            "letter WHERE state = 'waiting'",
            'mail that waits does not go',
            'mails that wait do not go',
        ],
        [
            "post WHERE state = 'planned'",
            'planned post is not posted',
            'planned posts are not posted',
        ],
    ];

    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, list<string>> by project, if there is anything, what comes of it when the project goes */
    public function of(Member $owner): array
    {
        $found = [];
        $own = 'project_id IN (SELECT id FROM project WHERE owner_id = ?)';
        foreach (self::ASKED as [$what, $one, $many]) {
            $sql = "SELECT project_id, COUNT(*) FROM $what AND $own GROUP BY project_id";
            foreach ($this->connection->fetchAllKeyValue($sql, [$owner->id()]) as $project => $count) {
                $found[(string) $project][] = number_format((int) $count) . ' ' . (1 === (int) $count ? $one : $many);
            }
        }

        return $found;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\EventLog;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** What was delivered, withdrawn, sent and posted for a project, by whom and when. Entries are added and never changed. */
final readonly class EventLog
{
    public const PAGE = 60;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param string      $way   id of the way of delivery that it is about
     * @param Message|string $words a sentence, in the past
     * @param string      $who   address of the member who did it; empty where it went by itself, or a stranger did
     * @param string|null $sign  of what may be told again by who begins again: it stands there once
     */
    public function tell(Project $project, string $way, Message|string $words, string $who = '', ?string $sign = null): void
    {
        $this->connection->executeStatement(
            'INSERT INTO happening (project_id, kind, words, who, at, sign) VALUES (?, ?, ?, ?, ?, ?)
                ON CONFLICT (project_id, sign) DO NOTHING',
            [$project->id(), $way, $words instanceof Message ? $words->stored() : $words, $who, Time::stamp(), $sign],
        );
    }

    public function count(Project $project, ?string $way): int
    {
        return (int) $this->connection->fetchOne(
            'SELECT COUNT(*) FROM happening WHERE project_id = ?' . (null === $way ? '' : ' AND kind = ?'),
            [$project->id(), ...null === $way ? [] : [$way]],
        );
    }

    /** @return list<array{way: string, words: Message|string, who: string, at: \DateTimeImmutable}> the newest first */
    public function page(Project $project, ?string $way, int $page): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT kind, words, who, at FROM happening WHERE project_id = ?' . (null === $way ? '' : ' AND kind = ?') .
                ' ORDER BY id DESC LIMIT ? OFFSET ?',
            [$project->id(), ...null === $way ? [] : [$way], self::PAGE, self::PAGE * max(0, $page - 1)],
        );

        return array_map(static fn (array $one): array => [
            'way' => (string) $one['kind'],
            'words' => Message::read((string) $one['words']),
            'who' => (string) $one['who'],
            'at' => new \DateTimeImmutable((string) $one['at']),
        ], $found);
    }
}

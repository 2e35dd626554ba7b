<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\SharePages;
use Morphea\App\Editor\Rows\RowLinks;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\MadeRows;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Message;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * Share pages: one address for each row that nobody can guess. A row has one valid page at a time; a withdrawn page does
 * not return, and a new one has another address.
 */
final readonly class Links implements SharePages, RowLinks
{
    public const PAGE = 100;
    private const CHUNK = 500;
    private const FORMAT = 'Y-m-d H:i:s';
    /** In SQL: those that hold. */
    private const HOLD = 'taken_back_at IS NULL AND (expires_at IS NULL OR expires_at > ?)';

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private MadeRows $made,
        private TableRows $rows,
        private UrlGeneratorInterface $urls,
        private EventLog $history,
    ) {
    }

    /**
     * Creates pages for all rows that have pieces and no page yet.
     *
     * @param Run|null       $run  what it made; null for always the newest
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @return int how many
     */
    public function give(Project $project, ?Run $run, ?\DateTimeImmutable $until, ?array $only = null): int
    {
        $now = self::now();
        $only = null === $only ? null : array_fill_keys($only, true);
        // What is over makes room for another.
        $this->connection->executeStatement(
            'UPDATE piece_link SET taken_back_at = expires_at WHERE project_id = ? AND taken_back_at IS NULL AND expires_at <= ?',
            [$project->id(), $now],
        );
        $taken = $this->connection->fetchFirstColumn(
            'SELECT row_id FROM piece_link WHERE project_id = ? AND ' . self::HOLD,
            [$project->id(), $now],
        );
        $rows = array_diff($this->made->all($project, $run), array_map(intval(...), $taken));
        $rows = array_values(array_filter($rows, static fn (int $row): bool => null === $only || isset($only[$row])));
        $made = 0;
        $this->connection->transactional(function () use ($project, $run, $until, $rows, $now, &$made): void {
            foreach (array_chunk($rows, self::CHUNK) as $chunk) {
                $values = [];
                foreach ($chunk as $row) {
                    array_push(
                        $values,
                        $project->id(),
                        (int) $row,
                        SecretToken::generate(),
                        (int) (null === $run),
                        $run?->id(),
                        $now,
                        $until?->format(self::FORMAT),
                    );
                }
                $made += (int) $this->connection->executeStatement(
                    'INSERT INTO piece_link (project_id, row_id, token, newest, run_id, made_at, expires_at) VALUES ' .
                        implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?, ?)')) . ' ON CONFLICT DO NOTHING',
                    $values,
                );
            }
        });

        return $made;
    }

    /**
     * Withdraws one page, or all valid ones.
     *
     * @return int how many
     */
    public function takeBack(Project $project, ?int $id = null): int
    {
        return (int) $this->connection->executeStatement(
            'UPDATE piece_link SET taken_back_at = ? WHERE project_id = ? AND taken_back_at IS NULL' . (null === $id ? '' : ' AND id = ?'),
            null === $id ? [self::now(), $project->id()] : [self::now(), $project->id(), $id],
        );
    }

    public function find(string $token): ?PieceLink
    {
        return $this->entities->getRepository(PieceLink::class)->findOneBy(['token' => $token]);
    }

    /** Whether its row exists: deleting a row closes its page, and undo brings both back. */
    public function hasRow(PieceLink $link): bool
    {
        return $this->rows->has($link->project(), $link->rowId());
    }

    /** Counts a visit or a download; nothing else is recorded about the visitor. */
    public function count(PieceLink $link, bool $fetched, string $name): void
    {
        $what = $fetched ? 'fetches' : 'views';
        $first = $this->connection->executeStatement('UPDATE piece_link SET seen_at = ? WHERE id = ? AND seen_at IS NULL', [
            self::now(),
            $link->id(),
        ]);
        if (1 === (int) $first) {
            $this->history->tell($link->project(), LinksWay::ID, new Message('deliver.log.opened', ['name' => $name]));
        }
        $this->connection->executeStatement(
            "UPDATE piece_link SET $what = $what + 1, seen_at = ? WHERE id = ?",
            [self::now(), $link->id()],
        );
    }

    /** @return array{hold: int, views: int, fetches: int, seen: int, back: int} of all links of a project; `seen` at least once */
    public function counts(Project $project): array
    {
        $found = $this->connection->fetchAssociative(
            'SELECT COUNT(*) FILTER (WHERE ' . self::HOLD . ') AS hold, SUM(views) AS views, SUM(fetches) AS fetches,
                COUNT(*) FILTER (WHERE views > 0) AS seen,
                COUNT(*) FILTER (WHERE taken_back_at IS NOT NULL AND (expires_at IS NULL OR taken_back_at < expires_at)) AS back
                FROM piece_link WHERE project_id = ?',
            [self::now(), $project->id()],
        ) ?: [];

        return [
            'hold' => (int) ($found['hold'] ?? 0),
            'views' => (int) ($found['views'] ?? 0),
            'fetches' => (int) ($found['fetches'] ?? 0),
            'seen' => (int) ($found['seen'] ?? 0),
            'back' => (int) ($found['back'] ?? 0),
        ];
    }

    /**
     * The valid pages, with the name of their row's latest file.
     *
     * @return list<array{id: int, row: int, name: string, page: string, views: int, fetches: int, until: string|null}>
     */
    public function page(Project $project, int $page): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT id, row_id, token, views, fetches, expires_at FROM piece_link WHERE project_id = ? AND ' . self::HOLD .
                ' ORDER BY row_id, id LIMIT ? OFFSET ?',
            [$project->id(), self::now(), self::PAGE, self::PAGE * max(0, $page - 1)],
        );
        $names = $this->made->names($project, array_map(static fn (array $one): int => (int) $one['row_id'], $found));

        return array_map(
            fn (array $one): array => [
                'id' => (int) $one['id'],
                'row' => (int) $one['row_id'],
                'name' => $names[(int) $one['row_id']] ?? '',
                'page' => $this->address((string) $one['token']),
                'views' => (int) $one['views'],
                'fetches' => (int) $one['fetches'],
                'until' => null === $one['expires_at'] ? null : (string) $one['expires_at'],
            ],
            $found,
        );
    }

    /**
     * @param list<int>|null $rows ids of those that are asked for; null for all
     *
     * @return array<int, string> paths of the pages that hold, by the row's id
     */
    public function paths(Project $project, ?array $rows = null): array
    {
        $only = null !== $rows && \count($rows) <= self::CHUNK;
        $found = [];
        foreach (
            $this->connection->executeQuery(
                'SELECT row_id, token FROM piece_link WHERE project_id = ? AND ' . self::HOLD . ($only ? ' AND row_id IN (?)' : ''),
                $only ? [$project->id(), self::now(), $rows] : [$project->id(), self::now()],
                $only ? [2 => ArrayParameterType::INTEGER] : [],
            )->iterateKeyValue() as $row => $token
        ) {
            $found[(int) $row] = $this->address((string) $token);
        }

        return $found;
    }

    public function any(Project $project): bool
    {
        $one = 'SELECT 1 FROM piece_link WHERE project_id = ? AND ' . self::HOLD . ' LIMIT 1';

        return false !== $this->connection->fetchOne($one, [$project->id(), self::now()]);
    }

    public function giveTo(Project $project, array $rows): int
    {
        return $this->give($project, null, null, $rows);
    }

    public function id(): string
    {
        return 'page';
    }

    public function heading(): string
    {
        return 'Page';
    }

    public function links(Project $project, ?array $rows = null): array
    {
        return array_map(static fn (string $page): array => ['page' => $page, 'name' => $page], $this->paths($project, $rows));
    }

    /**
     * How many pages show pieces of a run.
     *
     * @param list<int> $newest ids of rows whose newest piece it made
     */
    public function showing(Run $run, array $newest): int
    {
        $alone = 'SELECT COUNT(*) FROM piece_link WHERE run_id = ? AND taken_back_at IS NULL';
        $count = (int) $this->connection->fetchOne($alone, [$run->id()]);
        foreach (array_chunk($newest, self::CHUNK) as $chunk) {
            $count += (int) $this->connection->fetchOne(
                'SELECT COUNT(*) FROM piece_link WHERE project_id = ? AND run_id IS NULL AND ' . self::HOLD . ' AND row_id IN (?)',
                [$run->project()->id(), self::now(), $chunk],
                [2 => ArrayParameterType::INTEGER],
            );
        }

        return $count;
    }

    private function address(string $token): string
    {
        return $this->urls->generate('link', ['token' => $token]);
    }

    private static function now(): string
    {
        return Time::at()->format(self::FORMAT);
    }
}

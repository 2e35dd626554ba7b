<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Database\Transition;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Schedule\ScheduledItem;
use Morphea\Core\Message;
use Symfony\Component\Uid\Ulid;

/**
 * The posts of projects. A row is posted once, whoever schedules it and however often: a post that is removed and comes
 * back is the same post, so that a channel that has published it recognises it.
 */
final readonly class PostRepository
{
    private const CHUNK = 100;
    /** Seconds after which a post that is on its way was left behind. */
    private const LEFT = 300;
    /** Hours after its time from which a post goes only if somebody says so: yesterday's words may be wrong today. */
    public const OLDEST = 6;
    private const FORMAT = 'Y-m-d H:i:s';

    public function __construct(private Connection $connection, private Transition $transition, private TimeZones $zones)
    {
    }

    /** @return list<Post> by time */
    public function all(Project $project): array
    {
        return array_map($this->read($project), $this->connection->fetchAllAssociative(
            "SELECT * FROM post WHERE project_id = ? AND state <> 'removed' ORDER BY at, id",
            [$project->id()],
        ));
    }

    public function find(Project $project, int $id): ?Post
    {
        $one = "SELECT * FROM post WHERE project_id = ? AND id = ? AND state <> 'removed'";
        $found = $this->connection->fetchAssociative($one, [$project->id(), $id]);

        return false === $found ? null : $this->read($project)($found);
    }

    /**
     * @param list<ScheduledItem> $dealt
     *
     * @return int how many there are now
     */
    public function add(Project $project, array $dealt): int
    {
        $added = 0;
        foreach (array_chunk($dealt, self::CHUNK) as $chunk) {
            $values = [];
            foreach ($chunk as $one) {
                array_push(
                    $values,
                    $project->id(),
                    $one->item->row,
                    mb_substr($one->item->kind, 0, 200),
                    self::stored($one->at),
                    strtolower((string) new Ulid()),
                );
            }
            $added += (int) $this->connection->executeStatement(
                'INSERT INTO post (project_id, row_id, kind, at, sign, state, receipt, error) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), "(?, ?, ?, ?, ?, 'planned', '', '')")) .
                    " ON CONFLICT (project_id, row_id) DO UPDATE SET state = 'planned', at = excluded.at, kind = excluded.kind,
                        tries = 0, error = '' WHERE post.state = 'removed'",
                $values,
            );
        }

        return $added;
    }

    /**
     * Planned posts only, not those that were published.
     *
     * @return int how many were taken out
     */
    public function clear(Project $project): int
    {
        return $this->transition->make('post', ['project_id' => $project->id()], PostState::Removed, from: [PostState::Planned]);
    }

    /** @return bool whether it was still to be moved */
    public function move(Project $project, int $id, \DateTimeImmutable $at): bool
    {
        $one = ['project_id' => $project->id(), 'id' => $id];
        $set = ['at' => self::stored($at), 'tries' => 0, 'error' => ''];

        return 1 === $this->transition->make('post', $one, PostState::Planned, $set, from: [PostState::Planned, PostState::GivenUp]);
    }

    public function remove(Project $project, int $id): void
    {
        $this->transition->make('post', ['project_id' => $project->id(), 'id' => $id], PostState::Removed);
    }

    /** @return array{base: string}|null null where nothing is posted by itself */
    public function on(string $project): ?array
    {
        $found = $this->connection->fetchOne('SELECT base FROM calendar WHERE project_id = ? AND is_on = TRUE', [$project]);

        return false === $found ? null : ['base' => (string) $found];
    }

    public function turn(Project $project, bool $on, string $base): void
    {
        $this->connection->executeStatement(
            'INSERT INTO calendar (project_id, is_on, base) VALUES (?, ?, ?)
                ON CONFLICT (project_id) DO UPDATE SET is_on = excluded.is_on, base = excluded.base',
            [$project->id(), (int) $on, $base],
        );
    }

    /**
     * Planned posts whose time has passed and that will not be published without a decision.
     *
     * @param bool                    $all also those that are not too old to go: whoever switches posting on is asked about them
     * @param \DateTimeImmutable|null $until of those whose time was before; null for now
     *
     * @return list<int> ids of their rows
     */
    public function overdue(Project $project, bool $all, ?\DateTimeImmutable $until = null): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            "SELECT row_id FROM post WHERE project_id = ? AND state = 'planned' AND at <= ? AND at <= ? ORDER BY at, id",
            [$project->id(), null === $until ? self::now() : self::stored($until), $all ? self::now() : self::oldest()],
        ));
    }

    /**
     * Publishes overdue posts now, or removes them.
     *
     * @param list<int> $rows
     */
    public function settle(Project $project, array $rows, bool $now): void
    {
        $to = $now ? PostState::Planned : PostState::Removed;
        $which = ['project_id' => $project->id(), 'row_id' => $rows];
        $this->transition->make('post', $which, $to, ['at' => self::now()], from: [PostState::Planned]);
    }

    /** @return list<string> ids of projects that have something to be posted now */
    public function dueProjects(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn(
            "SELECT DISTINCT post.project_id FROM post JOIN calendar ON calendar.project_id = post.project_id AND calendar.is_on = TRUE
                WHERE (post.state = 'planned' AND post.at <= ? AND post.at > ?) OR (post.state = 'posting' AND post.begun_at < ?)",
            [self::now(), self::oldest(), Time::precise() - self::LEFT],
        ));
    }

    /** Claims the next post that is due, for one worker only. */
    public function begin(Project $project): ?Post
    {
        $this->connection->executeStatement(
            "UPDATE post SET state = 'planned' WHERE project_id = ? AND state = 'posting' AND begun_at < ?",
            [$project->id(), Time::precise() - self::LEFT],
        );
        while (true) {
            $found = $this->connection->fetchAssociative(
                "SELECT * FROM post WHERE project_id = ? AND state = 'planned' AND at <= ? AND at > ? ORDER BY at, id LIMIT 1",
                [$project->id(), self::now(), self::oldest()],
            );
            if (false === $found) {
                return null;
            }
            $begun = ['begun_at' => Time::precise()];
            if (1 === $this->transition->make('post', ['id' => (int) $found['id']], PostState::Posting, $begun, ['tries = tries + 1'])) {
                return $this->read($project)(['tries' => (int) $found['tries'] + 1] + $found);
            }
        }
    }

    public function markPosted(Post $post, string $receipt): void
    {
        $set = ['posted_at' => self::now(), 'receipt' => $receipt, 'error' => ''];
        $this->transition->make('post', ['id' => $post->id], PostState::Posted, $set);
    }

    /** @param int|null $again seconds until it is tried again; null where it is given up */
    public function recordFailure(Post $post, Message|string $why, ?int $again): void
    {
        $at = null === $again ? $post->at : Time::at("+$again seconds");
        $this->transition->make('post', ['id' => $post->id], null === $again ? PostState::GivenUp : PostState::Planned, [
            'error' => $why instanceof Message ? $why->stored() : $why,
            'at' => self::stored($at),
        ], from: [PostState::Posting]);
    }

    /** @return \Closure(array<string, mixed>): Post */
    private function read(Project $project): \Closure
    {
        $zone = $this->zones->named($project->zone());

        return static fn (array $found): Post => Post::of($found, $zone);
    }

    private static function stored(\DateTimeImmutable $at): string
    {
        return $at->setTimezone(new \DateTimeZone('UTC'))->format(self::FORMAT);
    }

    private static function oldest(): string
    {
        return (new \DateTimeImmutable('-' . self::OLDEST . ' hours'))->format(self::FORMAT);
    }

    private static function now(): string
    {
        return Time::at()->format(self::FORMAT);
    }
}

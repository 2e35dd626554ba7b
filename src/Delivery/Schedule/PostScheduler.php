<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\MadeRows;
use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Delivery\Schedule\ScheduleException;
use Morphea\Core\Delivery\Schedule\ScheduleItem;
use Morphea\Core\Delivery\Schedule\Scheduler;
use Morphea\Core\Delivery\Schedule\ScheduleRule;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;

/** Schedules pieces over days and times, and writes the text of each post. */
final readonly class PostScheduler
{
    private const KIND = 'calendar';

    public function __construct(
        private Connection $connection,
        private PostRepository $store,
        private TableRows $rows,
        private MadeRows $made,
        private WaySettings $ways,
        private EventLog $history,
        private TimeZones $zones,
    ) {
    }

    public function order(Project $project): ScheduleRule
    {
        $said = $this->said($project);

        $zone = $this->zones->named($project->zone());

        return [] === $said ? new ScheduleRule(new \DateTimeImmutable('tomorrow', $zone)) : ScheduleRule::of($said, $zone);
    }

    public function words(Project $project): PostOrder
    {
        $first = $project->design()->linkedColumns()[0] ?? null;

        $usual = null === $first ? Pattern::quote($project->name()) : Pattern::column($first);

        return PostOrder::of($this->said($project) + ['words' => $usual]);
    }

    /** @throws ScheduleException */
    public function keep(Project $project, ScheduleRule $order, PostOrder $words): void
    {
        $order->check();
        $keys = array_map(static fn (Column $column): string => $column->key, $project->columns());
        $words->check($keys, $project->design()->locale);
        if ('' !== $order->kind && !\in_array($order->kind, $keys, true)) {
            throw new ScheduleException(new Message('schedule.wrong.kind'));
        }
        $this->ways->say($project, self::KIND, $order->toArray() + $words->toArray());
    }

    /**
     * Every row that has a piece and is not in the schedule yet.
     *
     * @param bool           $anew what is planned is dealt anew, too
     * @param list<int>|null $only ids of rows; null for all
     *
     * @return array{int, int} how many were dealt, and of those how many follow one of their kind
     *
     * @throws ScheduleException
     */
    public function deal(Project $project, bool $anew, string $who, ?array $only = null): array
    {
        $order = $this->order($project);
        $order->check();
        $made = array_fill_keys($this->made->all($project), true);
        if ($anew) {
            $this->store->clear($project);
        }
        $posts = $this->store->all($project);
        $here = array_fill_keys(array_map(static fn (Post $post): int => $post->row, $posts), true);
        $items = [];
        foreach ($this->rows->table($project)->records() as $row) {
            $wanted = isset($made[(int) $row->id]) && !isset($here[(int) $row->id]);
            if ($wanted && (null === $only || \in_array($row->id, $only, true))) {
                $items[] = new ScheduleItem((int) $row->id, '' === $order->kind ? '' : trim($row->cells[$order->kind] ?? ''));
            }
        }
        $busy = array_map(static fn (Post $post): \DateTimeImmutable => $post->at, $posts);
        $dealt = (new Scheduler($order))->deal($items, $busy, Time::at());
        $added = $this->store->add($project, $dealt);
        if ($added > 0) {
            $last = end($dealt) ?: throw new \LogicException('What was added was dealt.');
            $this->history->tell($project, ScheduleWay::ID, new Message('deliver.log.scheduled', [
                'count' => $added,
                'until' => $last->at,
            ]), $who);
        }

        return [$added, \count(array_filter($dealt, static fn ($one): bool => $one->forced))];
    }

    /**
     * Posts whose time has passed and that wait for a decision: all of them while publishing is off, otherwise those
     * that are too old.
     *
     * @return list<int> ids of their rows
     */
    public function overdue(Project $project, \DateTimeImmutable $until): array
    {
        return $this->store->overdue($project, null === $this->store->on($project->id()), $until);
    }

    /**
     * @param list<int> $rows ids, of posts that are overdue
     *
     * @throws ScheduleException
     */
    public function settle(Project $project, array $rows, Overdue $what, string $who): void
    {
        $this->connection->transactional(function () use ($project, $rows, $what, $who): void {
            $this->store->settle($project, $rows, Overdue::Now === $what);
            if (Overdue::Spread === $what) {
                $this->deal($project, false, $who, $rows);
            }
        });
    }

    /** @return array<int, Record> rows by id */
    public function records(Project $project): array
    {
        $found = [];
        foreach ($this->rows->table($project)->records() as $row) {
            $found[(int) $row->id] = $row;
        }

        return $found;
    }

    /** @return array<string, mixed> */
    private function said(Project $project): array
    {
        return $this->ways->said($project, self::KIND) ?? [];
    }
}

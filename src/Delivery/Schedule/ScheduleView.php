<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Delivery\Schedule\Scheduler;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;

/** What the schedule's page shows: a month of days with their posts, and the gaps between them. */
final readonly class ScheduleView
{
    private const WEEKS = 6;

    public function __construct(private PostRepository $store, private PostScheduler $posts)
    {
    }

    /**
     * @param string $month as 2026-03; the one with the next post where none is said
     *
     * @return array<string, mixed>
     */
    public function month(Project $project, string $month): array
    {
        $all = $this->store->all($project);
        $order = $this->posts->order($project);
        $zone = $order->from->getTimezone();
        $now = Time::at()->setTimezone($zone);
        $coming = array_filter($all, static fn (Post $post): bool => $post->at > $now);
        $asked = \DateTimeImmutable::createFromFormat('!Y-m', $month, $zone);
        $first = (false === $asked ? (reset($coming) ?: null)->at ?? $now : $asked)->modify('first day of this month')->setTime(0, 0);
        $monday = $first->modify('-' . ((int) $first->format('N') - 1) . ' days');
        $gaps = [];
        foreach ((new Scheduler($order))->gaps(array_map(static fn (Post $post): \DateTimeImmutable => $post->at, $all)) as $gap) {
            if ($gap > $now) {
                $gaps[$gap->format('Y-m-d')][] = $gap;
            }
        }
        $records = $this->posts->records($project);
        $words = $this->posts->words($project);
        $here = [];
        foreach ($all as $post) {
            if ($post->at >= $monday && $post->at < $monday->modify('+' . 7 * self::WEEKS . ' days')) {
                $here[$post->at->format('Y-m-d')][] = $this->line($project, $post, $records[$post->row] ?? null, $words);
            }
        }
        $weeks = [];
        for ($i = 0; $i < 7 * self::WEEKS; ++$i) {
            $day = $monday->modify("+$i days");
            if (0 === $i % 7 && $i > 0 && $day->format('Y-m') > $first->format('Y-m')) {
                break;
            }
            $key = $day->format('Y-m-d');
            $weeks[intdiv($i, 7)][] = [
                'day' => $day,
                'key' => $key,
                'inside' => $day->format('Y-m') === $first->format('Y-m'),
                'today' => $key === $now->format('Y-m-d'),
                'holiday' => \in_array($key, $order->holidays, true),
                'posts' => $here[$key] ?? [],
                'gaps' => $gaps[$key] ?? [],
            ];
        }

        return [
            'month' => $first,
            'before' => $first->modify('-1 month')->format('Y-m'),
            'after' => $first->modify('+1 month')->format('Y-m'),
            'weeks' => $weeks,
            'weekdays' => array_map(static fn (int $day): \DateTimeImmutable => $monday->modify("+$day days"), range(0, 6)),
            'count' => \count($all),
            'coming' => \count($coming),
            'posted' => \count(array_filter($all, static fn (Post $post): bool => PostState::Posted === $post->state)),
            'gaps' => array_sum(array_map(\count(...), $gaps)),
            'why' => '',
        ];
    }

    /** @return array<string, mixed> */
    public function post(Project $project, Post $post): array
    {
        return $this->line($project, $post, $this->posts->records($project)[$post->row] ?? null, $this->posts->words($project));
    }

    /** @return array{post: Post, name: Message|string, number: int, text: string, letters: int, over: int} */
    private function line(Project $project, Post $post, ?Record $row, PostOrder $words): array
    {
        $text = null === $row ? '' : $words->text($row, $project->design()->locale);
        $first = $project->design()->linkedColumns()[0] ?? '';
        $name = trim($row->cells[$first] ?? '');
        $letters = PostOrder::length($text);

        return [
            'post' => $post,
            'name' => match (true) {
                null === $row => new Message('schedule.post.row_gone'),
                '' === $name => new Message('schedule.post.unnamed', ['row' => $row->number]),
                default => $name,
            },
            'number' => $row->number ?? 0,
            'text' => $text,
            'letters' => $letters,
            'over' => max(0, $letters - $words->letters),
        ];
    }
}

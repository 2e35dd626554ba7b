<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\Harmless;
use Sabre\VObject\Component\VCalendar;

/** Exports the schedule for other programs: iCalendar (RFC 5545) and CSV. */
final readonly class CalendarExport
{
    /** Minutes that a post takes in a calendar. */
    private const LASTS = 15;

    public function __construct(private PostRepository $store, private PostScheduler $posts, private Words $words)
    {
    }

    public function ics(Project $project): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Morphea//Posts//EN']);
        $lines = [...$this->lines($project)];
        $times = array_map(static fn (array $line): \DateTimeImmutable => $line[0]->at, $lines);
        [] === $times || $this->addZone($calendar, min($times), max($times));
        foreach ($lines as [$post, $number, $name, $text]) {
            $calendar->add('VEVENT', [
                'UID' => "$post->sign@morphea",
                'DTSTAMP' => new \DateTimeImmutable('now', new \DateTimeZone('UTC')),
                'DTSTART' => $post->at,
                'DTEND' => $post->at->modify('+' . self::LASTS . ' minutes'),
                'SUMMARY' => $this->words->say(new Message('schedule.csv.summary', ['name' => $name, 'row' => $number])),
                'DESCRIPTION' => $text,
                'STATUS' => PostState::GivenUp === $post->state ? 'CANCELLED' : 'CONFIRMED',
            ]);
        }

        return $calendar->serialize();
    }

    /** The definition of the time zone, for programs that do not know it (RFC 5545, 3.6.5). Times in UTC need none. */
    private function addZone(VCalendar $calendar, \DateTimeImmutable $first, \DateTimeImmutable $last): void
    {
        $zone = $first->getTimezone();
        if (0 === $zone->getOffset($first) && 'UTC' === $zone->getName()) {
            return;
        }
        $component = $calendar->createComponent('VTIMEZONE', ['TZID' => $zone->getName()], false);
        $calendar->add($component);
        $changes = $zone->getTransitions($first->modify('-1 year')->getTimestamp(), $last->modify('+1 day')->getTimestamp()) ?: [];
        $offset = static fn (int $seconds): string => \sprintf('%s%02d%02d', $seconds < 0 ? '-' : '+', ...[
            intdiv(abs($seconds), 3_600),
            intdiv(abs($seconds) % 3_600, 60),
        ]);
        foreach ($changes as $i => $change) {
            $before = $changes[max(0, $i - 1)]['offset'];
            $component->add($calendar->createComponent($change['isdst'] ? 'DAYLIGHT' : 'STANDARD', [
                'DTSTART' => gmdate('Ymd\THis', $change['ts'] + $before),
                'TZOFFSETFROM' => $offset($before),
                'TZOFFSETTO' => $offset($change['offset']),
                'TZNAME' => $change['abbr'],
            ], false));
        }
    }

    public function csv(Project $project): string
    {
        $out = fopen('php://temp', 'r+') ?: throw new \LogicException('There is no memory.');
        fwrite($out, "\u{FEFF}");
        $heads = [
            'schedule.csv.day',
            'schedule.csv.time',
            'common.row',
            'schedule.csv.name',
            'schedule.csv.text',
            'schedule.csv.characters',
            'schedule.csv.state',
        ];
        fputcsv($out, array_map(fn (string $id): string => $this->words->say(new Message($id)), $heads), ',', '"', '');
        foreach ($this->lines($project) as [$post, $number, $name, $text]) {
            fputcsv($out, array_map(Harmless::cell(...), [
                $post->at->format('Y-m-d'),
                $post->at->format('H:i'),
                (string) $number,
                $name,
                $text,
                (string) PostOrder::length($text),
                $this->words->say($post->state->words()),
            ]), ',', '"', '');
        }
        rewind($out);

        return (string) stream_get_contents($out);
    }

    /** @return iterable<array{Post, int, string, string}> post, row number, name, words */
    private function lines(Project $project): iterable
    {
        $records = $this->posts->records($project);
        $order = $this->posts->words($project);
        $first = $project->design()->linkedColumns()[0] ?? null;
        foreach ($this->store->all($project) as $post) {
            $row = $records[$post->row] ?? null;
            if (null !== $row) {
                yield [
                    $post,
                    $row->number,
                    null === $first ? $this->words->say(new Message('schedule.post.unnamed', [
                        'row' => $row->number,
                    ])) : trim($row->cells[$first] ?? ''),
                    $order->text($row, $project->design()->locale),
                ];
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Calendar;

use Morphea\App\Entity\Project;
use Morphea\Core\Calendar\PostOrder;
use Morphea\Core\Cell\Harmless;
use Sabre\VObject\Component\VCalendar;

/** The calendar as other programs read it: iCalendar (RFC 5545) and CSV. */
final readonly class CalendarFiles
{
    /** Minutes that a post takes in a calendar. */
    private const LASTS = 15;

    public function __construct(private PostStore $store, private Posts $posts)
    {
    }

    public function ics(Project $project): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Morphea//Posts//EN']);
        foreach ($this->lines($project) as [$post, $number, $name, $text]) {
            $calendar->add('VEVENT', [
                'UID' => "$post->sign@morphea",
                'DTSTAMP' => new \DateTimeImmutable('now', new \DateTimeZone('UTC')),
                'DTSTART' => $post->at,
                'DTEND' => $post->at->modify('+' . self::LASTS . ' minutes'),
                'SUMMARY' => "$name (row $number)",
                'DESCRIPTION' => $text,
                'STATUS' => PostState::GivenUp === $post->state ? 'CANCELLED' : 'CONFIRMED',
            ]);
        }

        return $calendar->serialize();
    }

    public function csv(Project $project): string
    {
        $out = fopen('php://temp', 'r+') ?: throw new \LogicException('There is no memory.');
        fwrite($out, "\u{FEFF}");
        fputcsv($out, ['Day', 'Time', 'Row', 'Name', 'Words', 'Letters', 'State'], ',', '"', '');
        foreach ($this->lines($project) as [$post, $number, $name, $text]) {
            fputcsv($out, array_map(Harmless::cell(...), [
                $post->at->format('Y-m-d'),
                $post->at->format('H:i'),
                (string) $number,
                $name,
                $text,
                (string) PostOrder::length($text),
                $post->state->words(),
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
        $first = $project->template()->linkedColumns()[0] ?? null;
        foreach ($this->store->all($project) as $post) {
            $row = $records[$post->row] ?? null;
            if (null !== $row) {
                yield [
                    $post,
                    $row->number,
                    null === $first ? "Row $row->number" : trim($row->cells[$first] ?? ''),
                    $order->text($row, $project->template()->locale),
                ];
            }
        }
    }
}

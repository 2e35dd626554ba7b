<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Rendering\Layout\LaidOut;

/** The text of a short with its times, for people who cannot hear or see it: what appears and disappears together. */
final readonly class Subtitles
{
    /** @param list<Cue> $cues */
    private function __construct(private int $rate, public array $cues)
    {
    }

    public static function of(LaidOut $laid, Timeline $timeline): self
    {
        $words = array_filter(array_map(
            static fn (string $layer): string => trim($laid->text($layer)->text ?? ''),
            array_combine(array_keys($timeline->times), array_keys($timeline->times)),
        ), static fn (string $said): bool => '' !== $said);
        $times = array_intersect_key($timeline->times, $words);
        $cuts = array_values(array_unique(array_merge(...array_values($times))));
        sort($cuts);
        $cues = [];
        for ($i = 1, $count = \count($cuts); $i < $count; ++$i) {
            [$from, $to] = [$cuts[$i - 1], $cuts[$i]];
            $seen = array_filter($times, static fn (array $time): bool => $time[0] <= $from && $time[1] >= $to);
            if ([] !== $seen) {
                // In the order they come: what is read already stands above what is new.
                asort($seen);
                $cues[] = new Cue($from, $to, implode("\n", array_map(static fn (string $id): string => $words[$id], array_keys($seen))));
            }
        }

        return new self($timeline->timing->rate, $cues);
    }

    /** All of it in one line, each part once. */
    public function words(): string
    {
        $lines = explode("\n", implode("\n", array_map(static fn (Cue $cue): string => $cue->words, $this->cues)));

        return implode(' ', array_unique(array_filter(array_map(trim(...), $lines))));
    }

    /** In SubRip format. */
    public function srt(): string
    {
        $text = '';
        foreach ($this->cues as $i => $cue) {
            $text .= ($i + 1) . "\n{$this->time($cue->from, ',')} --> {$this->time($cue->to, ',')}\n{$this->lines($cue->words)}\n\n";
        }

        return $text;
    }

    /** In WebVTT format (W3C). */
    public function vtt(): string
    {
        $text = "WEBVTT\n";
        foreach ($this->cues as $cue) {
            $words = strtr($this->lines($cue->words), ['&' => '&amp;', '<' => '&lt;', '>' => '&gt;']);
            $text .= "\n{$this->time($cue->from, '.')} --> {$this->time($cue->to, '.')}\n$words\n";
        }

        return $text;
    }

    private function time(int $frame, string $point): string
    {
        $milliseconds = (int) round(1000 * $frame / $this->rate);

        return \sprintf(
            '%02d:%02d:%02d%s%03d',
            intdiv($milliseconds, 3_600_000),
            intdiv($milliseconds, 60_000) % 60,
            intdiv($milliseconds, 1000) % 60,
            $point,
            $milliseconds % 1000,
        );
    }

    /** An empty line would end the cue. */
    private function lines(string $words): string
    {
        return (string) preg_replace('/\s*\R\s*/u', "\n", trim($words));
    }
}

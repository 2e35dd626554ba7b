<?php

declare(strict_types=1);

namespace Morphea\Core\Beat;

use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\Template;

/** The words of a short with their times, for those who do not see them: what comes and goes, in the order it comes. */
final readonly class Subtitles
{
    /** @param list<Cue> $cues */
    private function __construct(private int $rate, public array $cues)
    {
    }

    public static function of(Template $template, LaidOut $laid, Scene $scene): self
    {
        $times = [];
        foreach ($scene->parts as $part) {
            [$from, $to] = $times[$part->group->layer] ?? [$part->from, $part->to];
            $times[$part->group->layer] = [min($from, $part->from), max($to, $part->to)];
        }
        $said = [];
        foreach ($template->side()->layers as $layer) {
            $words = trim($laid->text($layer->id)->text ?? '');
            if ('' !== $words && null !== $layer->stay && isset($times[$layer->id])) {
                [$from, $to] = $times[$layer->id];
                // What comes and goes together is said together.
                $said[\sprintf('%08d %08d', $from, $to)][] = $words;
            }
        }
        ksort($said);
        $cues = [];
        foreach ($said as $time => $words) {
            [$from, $to] = array_map(intval(...), explode(' ', $time));
            $cues[] = new Cue($from, $to, implode("\n", $words));
        }

        return new self($scene->timing->rate, $cues);
    }

    /** As SubRip has it. */
    public function srt(): string
    {
        $text = '';
        foreach ($this->cues as $i => $cue) {
            $text .= ($i + 1) . "\n{$this->time($cue->from, ',')} --> {$this->time($cue->to, ',')}\n{$this->lines($cue->words)}\n\n";
        }

        return $text;
    }

    /** As WebVTT has it (W3C). */
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

    /** An empty line would end it. */
    private function lines(string $words): string
    {
        return (string) preg_replace('/\s*\R\s*/u', "\n", trim($words));
    }
}

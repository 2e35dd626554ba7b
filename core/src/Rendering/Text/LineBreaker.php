<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/**
 * Breaks text into lines where the Unicode rules allow it (ICU), filling each line as far as it goes. Never inside a
 * word.
 */
final class LineBreaker
{
    private const REMEMBERED = 5_000;
    private const REMEMBERED_WIDTHS = 200;
    private const HALVINGS = 14;

    /** @var array<string, \IntlBreakIterator> by locale */
    private array $iterators = [];
    /** @var array<string, list<int>> */
    private array $breaks = [];
    /** @var array<string, non-empty-list<float>> */
    private array $widths = [];

    public function __construct(private readonly Shaper $shaper)
    {
    }

    /**
     * @param list<StyledText> $paragraphs each begins a line of its own
     * @param float            $measure    width of the frame in em
     *
     * @return list<FittedLine> a word wider than the measure stands on its own line and sticks out
     */
    public function break(array $paragraphs, float $measure, string $locale): array
    {
        $lines = [];
        foreach ($paragraphs as $paragraph) {
            $text = $paragraph->text();
            $first = \count($lines);
            $ends = [0, ...$this->breaks($text, $locale)];
            $last = \count($ends) - 1;
            for ($from = 0; $from < $last || \count($lines) === $first; $from = $to) {
                $to = $this->lineEnd($paragraph, $text, $ends, $from, $measure, $locale);
                $lines[] = new FittedLine(
                    $this->line($paragraph, $text, $ends[$from], $ends[$to]),
                    \count($lines) === $first,
                    $to === $last,
                );
            }
        }

        return $lines;
    }

    /**
     * Where a line that begins at a given place ends: as far as it fits, but at least one step further. The sum of the
     * parts' widths gives an estimate; the width of the whole line, with kerning and ligatures, decides.
     *
     * @param non-empty-list<int> $ends places where a line may end, 0 before all
     *
     * @return int the end's place among them
     */
    private function lineEnd(StyledText $paragraph, string $text, array $ends, int $from, float $measure, string $locale): int
    {
        $widths = $this->widths($paragraph, $text, $ends, $locale);
        $last = \count($ends) - 1;
        [$to, $beyond] = [min($from + 1, $last), $last + 1];
        while ($beyond - $to > 1) {
            $middle = intdiv($to + $beyond, 2);
            $widths[$middle] - $widths[$from] <= $measure ? ($to = $middle) : ($beyond = $middle);
        }
        $fits = fn (int $end): bool => $this->line($paragraph, $text, $ends[$from], $ends[$end])->width <= $measure;
        if ($to > $from + 1 && !$fits($to)) {
            do {
                --$to;
            } while ($to > $from + 1 && !$fits($to));

            return $to;
        }
        while ($to < $last && $fits($to + 1)) {
            ++$to;
        }

        return $to;
    }

    /**
     * The width of a text up to each place where a line may end, without the spaces before it, each part measured
     * separately. In em.
     *
     * @param non-empty-list<int> $ends
     *
     * @return non-empty-list<float>
     */
    private function widths(StyledText $paragraph, string $text, array $ends, string $locale): array
    {
        $key = "$locale\0" . $paragraph->key();
        if (isset($this->widths[$key])) {
            return $this->widths[$key];
        }
        if (\count($this->widths) >= self::REMEMBERED_WIDTHS) {
            $this->widths = [];
        }
        $widths = [0.0];
        $sum = 0.0;
        for ($i = 1, $n = \count($ends); $i < $n; ++$i) {
            $shown = $this->line($paragraph, $text, $ends[$i - 1], $ends[$i])->width;
            $widths[] = $sum + $shown;
            $spaces = $ends[$i] - $ends[$i - 1] - \strlen(rtrim(substr($text, $ends[$i - 1], $ends[$i] - $ends[$i - 1]), ' '));
            $sum +=
                $shown + (0 === $spaces ? 0.0 : $this->shaper->line($paragraph->slice($ends[$i] - $spaces, $ends[$i]))->width);
        }

        return $this->widths[$key] = $widths;
    }

    /**
     * As many lines as before, but of similar length: the narrowest measure that gives the same number.
     *
     * @param list<FittedLine> $lines      as `break` gives them
     * @param list<StyledText> $paragraphs
     *
     * @return list<FittedLine>
     */
    public function balance(array $lines, array $paragraphs, float $measure, string $locale): array
    {
        $widest = max([0.0, ...array_map(static fn (FittedLine $line): float => $line->shaped->width, $lines)]);
        if (\count($lines) === \count($paragraphs) || $widest > $measure) {
            return $lines;
        }
        [$low, $high] = [0.0, $widest];
        for ($i = 0; $i < self::HALVINGS; ++$i) {
            $middle = ($low + $high) / 2;
            $try = $this->break($paragraphs, $middle, $locale);
            $tooWide = max(0.0, ...array_map(static fn (FittedLine $line): float => $line->shaped->width, $try)) > $measure;
            if (\count($try) > \count($lines) || $tooWide) {
                $low = $middle;
            } else {
                [$high, $best] = [$middle, $try];
            }
        }

        return $best ?? $lines;
    }

    private function line(StyledText $paragraph, string $text, int $start, int $end): ShapedLine
    {
        while ($end > $start && ' ' === $text[$end - 1]) {
            --$end;
        }

        return $this->shaper->line($paragraph->slice($start, $end));
    }

    /** @return list<int> the offsets where a line may end, in bytes */
    private function breaks(string $text, string $locale): array
    {
        $key = "$locale\0$text";
        if (isset($this->breaks[$key])) {
            return $this->breaks[$key];
        }
        if (\count($this->breaks) >= self::REMEMBERED) {
            $this->breaks = [];
        }
        $iterator = $this->iterators[$locale] ??=
            \IntlBreakIterator::createLineInstance($locale) ??
            throw new \RuntimeException("No line breaking rules for the locale $locale.");
        $iterator->setText($text);
        $offsets = [];
        foreach ($iterator->getPartsIterator() as $part) {
            $offsets[] = ($offsets[\count($offsets) - 1] ?? 0) + \strlen((string) $part);
        }

        return $this->breaks[$key] = $offsets;
    }
}

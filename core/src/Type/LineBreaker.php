<?php

declare(strict_types=1);

namespace Morphea\Core\Type;

/** Breaks words into lines where the Unicode rules allow it (ICU), filling each line as far as it goes. Never inside a word. */
final class LineBreaker
{
    private const REMEMBERED = 5_000;
    private const HALVINGS = 14;

    /** @var array<string, \IntlBreakIterator> by locale */
    private array $iterators = [];
    /** @var array<string, list<int>> */
    private array $breaks = [];

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
            $start = 0;
            $end = 0;
            foreach ($this->breaks($text, $locale) as $next) {
                if ($end > $start && $this->line($paragraph, $text, $start, $next)->width > $measure) {
                    $lines[] = new FittedLine($this->line($paragraph, $text, $start, $end), \count($lines) === $first, false);
                    $start = $end;
                }
                $end = $next;
            }
            $lines[] = new FittedLine($this->line($paragraph, $text, $start, \strlen($text)), \count($lines) === $first, true);
        }

        return $lines;
    }

    /**
     * As many lines as `break` needs, but of about the same length: the narrowest measure that still gives that many.
     *
     * @param list<StyledText> $paragraphs
     *
     * @return list<FittedLine>
     */
    public function balance(array $paragraphs, float $measure, string $locale): array
    {
        $lines = $this->break($paragraphs, $measure, $locale);
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
        $iterator = $this->iterators[$locale] ??= \IntlBreakIterator::createLineInstance($locale) ?? throw new \RuntimeException("No line breaking rules for the locale $locale.");
        $iterator->setText($text);
        $offsets = [];
        foreach ($iterator->getPartsIterator() as $part) {
            $offsets[] = ($offsets[\count($offsets) - 1] ?? 0) + \strlen((string) $part);
        }

        return $this->breaks[$key] = $offsets;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Type;

use Morphea\Core\Template\TextStyle;

/** Breaks words into lines where the Unicode rules allow it (ICU), filling each line as far as it goes. Never inside a word. */
final class LineBreaker
{
    private const REMEMBERED = 5_000;

    /** @var array<string, \IntlBreakIterator> by locale */
    private array $iterators = [];
    /** @var array<string, list<string>> */
    private array $segments = [];

    public function __construct(private readonly Shaper $shaper)
    {
    }

    /**
     * @param list<string> $paragraphs each begins a line of its own
     * @param float        $measure    width of the frame in em
     *
     * @return list<ShapedLine> a word wider than the measure stands on its own line and sticks out
     */
    public function break(array $paragraphs, TextStyle $style, float $measure, string $locale): array
    {
        $lines = [];
        foreach ($paragraphs as $paragraph) {
            $line = '';
            foreach ($this->segments($paragraph, $locale) as $segment) {
                if ('' !== $line && $this->shaper->line(rtrim($line.$segment, ' '), $style)->width > $measure) {
                    $lines[] = $this->shaper->line(rtrim($line, ' '), $style);
                    $line = '';
                }
                $line .= $segment;
            }
            $lines[] = $this->shaper->line(rtrim($line, ' '), $style);
        }

        return $lines;
    }

    /** @return list<string> the stretches between places where a line may break */
    private function segments(string $text, string $locale): array
    {
        $key = "$locale\0$text";
        if (isset($this->segments[$key])) {
            return $this->segments[$key];
        }
        if (\count($this->segments) >= self::REMEMBERED) {
            $this->segments = [];
        }
        $iterator = $this->iterators[$locale] ??= \IntlBreakIterator::createLineInstance($locale) ?? throw new \RuntimeException("No line breaking rules for the locale $locale.");
        $iterator->setText($text);
        $segments = [];
        foreach ($iterator->getPartsIterator() as $part) {
            $segments[] = (string) $part;
        }

        return $this->segments[$key] = $segments;
    }
}

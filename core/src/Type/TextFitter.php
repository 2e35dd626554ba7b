<?php

declare(strict_types=1);

namespace Morphea\Core\Type;

use Morphea\Core\Template\FitMode;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\TextStyle;

/**
 * The fit search: the size and the lines that a rule gives some words in a frame.
 *
 * All widths grow in proportion to the size, so a single line's size is worked out in one step; broken lines are searched by halving.
 * A text fits when its widest line is no wider than the frame and its lines, from the top of the first letter box to
 * the bottom of the last, are no higher.
 */
final class TextFitter
{
    private const TOLERANCE = 0.01;
    private const HALVINGS = 12;

    private readonly LineBreaker $breaker;

    public function __construct(private readonly Shaper $shaper)
    {
        $this->breaker = new LineBreaker($shaper);
    }

    /** @param float $width of the frame in dots, as is `$height` */
    public function fit(string $text, TextStyle $style, float $width, float $height, FitRule $rule, string $locale): FittedText
    {
        $paragraphs = explode("\n", $text);
        $whole = array_map(fn (string $line): ShapedLine => $this->shaper->line($line, $style), $paragraphs);

        return match ($rule->mode) {
            FitMode::Keep => $this->set($whole, $style->size, $style, $width, $height),
            FitMode::Shrink => $this->shrink($paragraphs, $whole, $style, $width, $height, $rule, $locale),
            FitMode::Wrap => $this->wrap($paragraphs, $style, $width, $height, $rule, $locale),
        };
    }

    /**
     * @param list<string>     $paragraphs
     * @param list<ShapedLine> $whole
     */
    private function shrink(array $paragraphs, array $whole, TextStyle $style, float $width, float $height, FitRule $rule, string $locale): FittedText
    {
        $least = min($rule->leastSize ?? $style->size, $style->size);
        $size = min($style->size, $this->largest($whole, $style, $width, $height));
        if ($size >= $least - self::TOLERANCE) {
            return $this->set($whole, max($size, $least), $style, $width, $height);
        }
        if ($rule->maxLines > \count($paragraphs)) {
            return $this->search($paragraphs, $style, $width, $height, $least, $rule->maxLines, $locale);
        }

        return $this->set($whole, $least, $style, $width, $height);
    }

    /** @param list<string> $paragraphs */
    private function wrap(array $paragraphs, TextStyle $style, float $width, float $height, FitRule $rule, string $locale): FittedText
    {
        return $this->search($paragraphs, $style, $width, $height, min($rule->leastSize ?? $style->size, $style->size), $rule->maxLines, $locale);
    }

    /**
     * The largest size from `$least` to the style's at which the broken lines fit; at the least size, overset, if none does.
     *
     * @param list<string> $paragraphs
     */
    private function search(array $paragraphs, TextStyle $style, float $width, float $height, float $least, int $maxLines, string $locale): FittedText
    {
        $at = fn (float $size): FittedText => $this->set($this->breaker->break($paragraphs, $style, $width / $size, $locale), $size, $style, $width, $height, $maxLines);
        $best = $at($style->size);
        if (!$best->overset || $least >= $style->size) {
            return $best;
        }
        $best = $at($least);
        if ($best->overset) {
            return $best;
        }
        [$low, $high] = [$least, $style->size];
        for ($i = 0; $i < self::HALVINGS; ++$i) {
            $middle = ($low + $high) / 2;
            $try = $at($middle);
            if ($try->overset) {
                $high = $middle;
            } else {
                [$low, $best] = [$middle, $try];
            }
        }

        return $best;
    }

    /** @param list<ShapedLine> $lines */
    private function largest(array $lines, TextStyle $style, float $width, float $height): float
    {
        $widest = self::widest($lines);

        return min($widest > 0 ? $width / $widest : \INF, $height / self::heightInEm(\count($lines), $style));
    }

    /** @param list<ShapedLine> $lines */
    private function set(array $lines, float $size, TextStyle $style, float $width, float $height, int $maxLines = \PHP_INT_MAX): FittedText
    {
        $widest = self::widest($lines) * $size;
        $overset = $widest > $width + self::TOLERANCE
            || self::heightInEm(\count($lines), $style) * $size > $height + self::TOLERANCE
            || \count($lines) > $maxLines;

        return new FittedText($size, $lines, $widest, \count($lines) * $style->lineHeight * $size, $overset);
    }

    /** @param list<ShapedLine> $lines */
    private static function widest(array $lines): float
    {
        return max([0.0, ...array_map(static fn (ShapedLine $line): float => $line->width, $lines)]);
    }

    private static function heightInEm(int $lines, TextStyle $style): float
    {
        return ($lines - 1) * $style->lineHeight + 1;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\FitMode;

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
    /** How far lines with bullets hang in, in em. */
    public const BULLET = 0.9;

    private readonly LineBreaker $breaker;

    public function __construct(private readonly Shaper $shaper)
    {
        $this->breaker = new LineBreaker($shaper);
    }

    /**
     * @param float      $width of the frame in dots, as is `$height`
     * @param float|null $even  the size that all rows share, where the rule is even and it is known; else the row is fitted by itself
     */
    public function fit(
        StyledText $text,
        TextStyle $style,
        float $width,
        float $height,
        FitRule $rule,
        string $locale,
        ?float $even = null,
    ): FittedText {
        $frame = new TextBounds($style, $width, $height, $style->bullets ? self::BULLET : 0.0);
        $paragraphs = $text->paragraphs();
        $whole = array_map(
            fn (StyledText $line): FittedLine => new FittedLine($this->shaper->line($line), true, true),
            $paragraphs,
        );
        $least = min($rule->leastSize ?? $style->size, $style->size);

        return match ($rule->mode) {
            FitMode::Keep => $this->set($whole, $style->size, $frame),
            FitMode::Shrink => $this->shrink($paragraphs, $whole, $frame, $least, $rule, $locale),
            FitMode::Wrap => $this->search($paragraphs, $frame, $least, $style->size, $rule, $locale),
            FitMode::Fill => $this->largest(
                $paragraphs,
                $whole,
                $frame,
                min($rule->leastSize ?? $style->size, $rule->mostSize ?? $height),
                $rule->mostSize ?? $height,
                $rule,
                $locale,
            ),
            FitMode::Even => $this->largest(
                $paragraphs,
                $whole,
                $frame,
                $even ?? $least,
                $even ?? $style->size,
                $rule,
                $locale,
            ),
        };
    }

    /**
     * @param list<StyledText> $paragraphs
     * @param list<FittedLine> $whole
     */
    private function shrink(
        array $paragraphs,
        array $whole,
        TextBounds $frame,
        float $least,
        FitRule $rule,
        string $locale,
    ): FittedText {
        $size = min($frame->style->size, $frame->largest($whole));
        if ($size >= $least - self::TOLERANCE) {
            return $this->set($whole, max($size, $least), $frame);
        }
        if ($rule->maxLines > \count($paragraphs)) {
            return $this->search($paragraphs, $frame, $least, $frame->style->size, $rule, $locale);
        }

        return $this->set($whole, $least, $frame);
    }

    /**
     * The same as `search`, but in one step when no line may be broken.
     *
     * @param list<StyledText> $paragraphs
     * @param list<FittedLine> $whole
     */
    private function largest(
        array $paragraphs,
        array $whole,
        TextBounds $frame,
        float $least,
        float $most,
        FitRule $rule,
        string $locale,
    ): FittedText {
        return $rule->maxLines > \count($paragraphs)
            ? $this->search($paragraphs, $frame, $least, $most, $rule, $locale)
            : $this->set($whole, max($least, min($most, $frame->largest($whole))), $frame, $rule->maxLines);
    }

    /**
     * The largest size from `$least` to `$most` at which the lines fit; if none does, the least size, overset.
     *
     * @param list<StyledText> $paragraphs
     */
    private function search(
        array $paragraphs,
        TextBounds $frame,
        float $least,
        float $most,
        FitRule $rule,
        string $locale,
    ): FittedText {
        $measure = static fn (float $size): float => $frame->width / $size - $frame->indent;
        $at = fn (float $size): FittedText => $this->set(
            $this->breaker->break($paragraphs, $measure($size), $locale),
            $size,
            $frame,
            $rule->maxLines,
        );
        // Lines of about the same length are as many, and none is wider: it is enough to balance those that are taken.
        $taken = fn (FittedText $best): FittedText => $rule->balanced
            ? $this->set(
                $this->breaker->balance($best->lines, $paragraphs, $measure($best->size), $locale),
                $best->size,
                $frame,
                $rule->maxLines,
            )
            : $best;
        $best = $at($most);
        if (!$best->overset || $least >= $most) {
            return $taken($best);
        }
        $best = $at($least);
        if ($best->overset) {
            return $taken($best);
        }
        [$low, $high] = [$least, $most];
        for ($i = 0; $i < self::HALVINGS; ++$i) {
            $middle = ($low + $high) / 2;
            $try = $at($middle);
            if ($try->overset) {
                $high = $middle;
            } else {
                [$low, $best] = [$middle, $try];
            }
        }

        // Halving ends a little short of the frame; the lines it found may well take the last of it.
        $lines = $taken($best)->lines;

        return $this->set($lines, min($most, $frame->largest($lines)), $frame, $rule->maxLines);
    }

    /** @param list<FittedLine> $lines */
    private function set(array $lines, float $size, TextBounds $frame, int $maxLines = \PHP_INT_MAX): FittedText
    {
        $widest = TextBounds::widest($lines);
        $overset =
            ($widest + $frame->indent) * $size > $frame->width + self::TOLERANCE ||
            $frame->heightInEm(\count($lines)) * $size > $frame->height + self::TOLERANCE ||
            \count($lines) > $maxLines;

        return new FittedText($size, $lines, $widest * $size, \count($lines) * $frame->style->lineHeight * $size, $overset);
    }
}

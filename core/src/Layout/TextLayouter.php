<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\TextItem;
use Morphea\Core\Pattern\Filled;
use Morphea\Core\Pattern\PatternFiller;
use Morphea\Core\Template\Align;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Template\TextStyle;
use Morphea\Core\Template\VerticalAlign;
use Morphea\Core\Type\FittedText;
use Morphea\Core\Type\Shaper;
use Morphea\Core\Type\TextFitter;

/** One text layer in one row: fill, rule for empty, fit, place the lines. */
final class TextLayouter
{
    private readonly TextFitter $fitter;
    /** @var array<string, PatternFiller> by locale */
    private array $fillers = [];

    public function __construct(private readonly Shaper $shaper)
    {
        $this->fitter = new TextFitter($shaper);
    }

    /** @return array{list<TextItem>, TextFacts} */
    public function lay(TextLayer $layer, ?Row $row, string $locale): array
    {
        $filled = $this->fill($layer, $row, $locale);
        $text = $filled->empty ? $layer->empty->words : $filled->text;
        $text = null === $text ? '' : $layer->style->case->apply(self::tidy($text));
        if ('' === trim($text)) {
            return [[], $this->facts($layer, '', null, $filled)];
        }
        $fitted = $this->fitter->fit($text, $layer->style, $layer->frame->width, $layer->frame->height, $layer->fit, $locale);

        return [$this->place($fitted, $layer->frame, $layer->style), $this->facts($layer, $text, $fitted, $filled)];
    }

    private function fill(TextLayer $layer, ?Row $row, string $locale): Filled
    {
        $filler = $this->fillers[$locale] ??= new PatternFiller($locale);

        return null === $row ? $filler->asKeys($layer->pattern) : $filler->fill($layer->pattern, $row->cells);
    }

    /** Composed letters, one kind of line break, no tabs: what fonts and line breaking expect. */
    private static function tidy(string $text): string
    {
        $text = \Normalizer::normalize(strtr($text, ["\r\n" => "\n", "\r" => "\n", "\u{2028}" => "\n", "\t" => ' '])) ?: $text;

        return trim($text, "\n");
    }

    /** @return list<TextItem> */
    private function place(FittedText $fitted, Frame $frame, TextStyle $style): array
    {
        $extents = $this->shaper->extents($style);
        $lineHeight = $style->lineHeight * $fitted->size;
        $top = $frame->y + match ($style->verticalAlign) {
            VerticalAlign::Top => 0.0,
            VerticalAlign::Middle => ($frame->height - $fitted->height) / 2,
            VerticalAlign::Bottom => $frame->height - $fitted->height,
        };
        $baseline = $top + ($lineHeight - ($extents['ascent'] + $extents['descent']) * $fitted->size) / 2 + $extents['ascent'] * $fitted->size;
        $items = [];
        foreach ($fitted->lines as $line) {
            $x = $frame->x + match ($style->align) {
                Align::Left => 0.0,
                Align::Centre => ($frame->width - $line->width * $fitted->size) / 2,
                Align::Right => $frame->width - $line->width * $fitted->size,
            };
            foreach ($line->runs as $run) {
                $items[] = new TextItem($x, $baseline, $run->text, $run->face, $fitted->size, $style->colour, $style->letterSpacing * $fitted->size, $run->rightToLeft);
                $x += ($run->advance + $run->graphemes * $style->letterSpacing) * $fitted->size;
            }
            $baseline += $lineHeight;
        }

        return $items;
    }

    private function facts(TextLayer $layer, string $text, ?FittedText $fitted, Filled $filled): TextFacts
    {
        $lines = $fitted->lines ?? [];

        return new TextFacts(
            $layer->id,
            $layer->name,
            $layer->isPlaceholder(),
            $text,
            $fitted->size ?? 0.0,
            $layer->style->size,
            \count($lines),
            $fitted->overset ?? false,
            $filled->empty,
            $filled->problems,
            array_values(array_unique(array_merge(...array_map(static fn ($line): array => $line->missing, $lines)))),
            array_values(array_unique(array_merge(...array_map(static fn ($line): array => $line->standIns, $lines)))),
            $this->shaper->fonts->has($layer->style->family) ? null : $layer->style->family,
        );
    }
}

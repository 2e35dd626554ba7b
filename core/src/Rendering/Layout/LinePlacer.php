<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\VerticalAlign;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\ShadowItem;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Text\FittedLine;
use Morphea\Core\Rendering\Text\FittedText;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Rendering\Text\TextFitter;
use Morphea\Core\Rendering\Text\TextSpan;

/** Places fitted lines in their frame: alignment, justification, bullets, and what is drawn around and behind letters. */
final readonly class LinePlacer
{
    private ArcPlacer $arcs;
    private Letters $letters;

    public function __construct(private Shaper $shaper)
    {
        $this->arcs = new ArcPlacer($shaper);
        $this->letters = new Letters($shaper);
    }

    /** @return list<Item> */
    public function place(FittedText $fitted, TextLayer $layer): array
    {
        if (0.0 !== $layer->arc) {
            return $this->withEffects($this->arcs->place($fitted, $layer), [], $layer);
        }
        $style = $layer->style;
        $extents = $this->shaper->extents(Inline::of($style));
        $lineHeight = $style->lineHeight * $fitted->size;
        $top = $layer->frame->y + self::down($style->verticalAlign, $layer->frame->height - $fitted->height);
        $ascent = $extents['ascent'] * $fitted->size;
        $descent = $extents['descent'] * $fitted->size;
        $baseline = $top + ($lineHeight - $ascent - $descent) / 2 + $ascent;
        $letters = [];
        $bars = [];
        foreach ($fitted->lines as $line) {
            $x = $this->left($line, $fitted, $layer);
            array_push($letters, ...$this->line($line, $fitted, $layer, $x, $baseline));
            if (null !== $layer->effects->highlight && '' !== $line->shaped->text) {
                $pad = $layer->effects->highlight->padding;
                $bars[] = new RectangleItem(
                    $x - $pad,
                    $baseline - $ascent,
                    $line->shaped->width * $fitted->size + 2 * $pad,
                    $ascent + $descent,
                    0.0,
                    new Paint($layer->effects->highlight->colour),
                );
            }
            $baseline += $lineHeight;
        }

        return $this->withEffects($letters, $bars, $layer);
    }

    public static function down(VerticalAlign $align, float $free): float
    {
        return match ($align) {
            VerticalAlign::Top => 0.0,
            VerticalAlign::Middle => $free / 2,
            VerticalAlign::Bottom => $free,
        };
    }

    private function left(FittedLine $line, FittedText $fitted, TextLayer $layer): float
    {
        $indent = $layer->style->bullets ? TextFitter::BULLET * $fitted->size : 0.0;
        $free = $layer->frame->width - $indent - $line->shaped->width * $fitted->size;

        return $layer->frame->x +
            $indent +
            match ($layer->style->align) {
                Align::Left => 0.0,
                Align::Centre => $free / 2,
                Align::Right => $free,
                Align::Justify => $line->shaped->rightToLeft && $line->ends ? $free : 0.0,
            };
    }

    /** @return list<TextItem> */
    private function line(FittedLine $line, FittedText $fitted, TextLayer $layer, float $x, float $baseline): array
    {
        $items = [];
        if ($layer->style->bullets && $line->begins && '' !== trim($line->shaped->text)) {
            foreach ($this->shaper->line(StyledText::plain('•', Inline::of($layer->style)))->runs as $run) {
                $items[] = $this->item(
                    $run,
                    $run->text,
                    $x - TextFitter::BULLET * $fitted->size,
                    $baseline,
                    $fitted->size,
                    $layer,
                );
            }
        }
        $spaces = substr_count($line->shaped->text, ' ');
        $free =
            $layer->frame->width -
            ($layer->style->bullets ? TextFitter::BULLET * $fitted->size : 0.0) -
            $line->shaped->width * $fitted->size;
        $justified = Align::Justify === $layer->style->align && !$line->ends && $spaces > 0 && $free > 0;
        foreach ($line->shaped->runs as $run) {
            if ($justified && str_contains($run->text, ' ')) {
                [$words, $x] = $this->spread($run, $x, $baseline, $fitted->size, $free / $spaces, $layer);
                array_push($items, ...$words);
            } else {
                $items[] = $this->item($run, $run->text, $x + $run->offset * $fitted->size, $baseline, $fitted->size, $layer);
                $x += $run->advance * $fitted->size;
            }
        }

        return $items;
    }

    /**
     * The words of a run, each placed separately with wider spaces.
     *
     * @return array{list<TextItem>, float} and where the next run begins
     */
    private function spread(TextSpan $run, float $x, float $baseline, float $size, float $extra, TextLayer $layer): array
    {
        $space = $this->advance($run, ' ') * $size + $extra;
        $words = explode(' ', $run->text);
        $items = [];
        foreach ($run->rightToLeft ? array_reverse($words) : $words as $i => $word) {
            $x += $i > 0 ? $space : 0.0;
            if ('' !== $word) {
                $items[] = $this->item($run, $word, $x, $baseline, $size, $layer);
                $x += $this->advance($run, $word) * $size;
            }
        }

        return [$items, $x];
    }

    private function advance(TextSpan $run, string $text): float
    {
        return $this->shaper->line(StyledText::plain($text, $run->inline))->width +
            $run->inline->letterSpacing * $run->inline->scale;
    }

    private function item(TextSpan $run, string $text, float $x, float $baseline, float $size, TextLayer $layer): TextItem
    {
        $colour = $layer->style->colour;

        return $this->letters->at($x, $baseline, $run, $text, $size, $colour, $run->inline->letterSpacing);
    }

    /**
     * @param list<TextItem>      $letters
     * @param list<RectangleItem> $bars
     *
     * @return list<Item> what lies behind comes first
     */
    private function withEffects(array $letters, array $bars, TextLayer $layer): array
    {
        $outline = $layer->effects->outline;
        $outlined =
            null === $outline || $outline->width <= 0
                ? []
                : array_map(
                    static fn (TextItem $item): TextItem => $item->outlined($outline->colour, $outline->width),
                    $letters,
                );
        $shadow = $layer->effects->shadow;
        $drawn = [...$bars, ...$outlined, ...$letters];

        return null === $shadow || [] === $drawn ? $drawn : [new ShadowItem($drawn, $shadow), ...$drawn];
    }
}

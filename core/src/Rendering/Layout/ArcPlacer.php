<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Text\FittedText;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Rendering\Text\TextSpan;

/**
 * Sets the first line of a text on an arc as long as its frame is wide: letter by letter, or word by word in scripts
 * with joined letters. With R = width / angle, a letter at distance s from the centre is rotated by s / R and placed at
 * (R sin, -R cos) from the circle's centre.
 */
final readonly class ArcPlacer
{
    private const JOINING = '/[\p{Arabic}\p{Syriac}\p{Nko}\p{Devanagari}\p{Bengali}\p{Gurmukhi}' .
        '\p{Gujarati}\p{Tamil}\p{Telugu}\p{Kannada}\p{Malayalam}]/u';

    private Letters $letters;

    public function __construct(private Shaper $shaper)
    {
        $this->letters = new Letters($shaper);
    }

    /** @return list<TextItem> */
    public function place(FittedText $fitted, TextLayer $layer): array
    {
        $line = $fitted->lines[0]->shaped;
        $frame = $layer->frame;
        $radius = $frame->width / deg2rad($layer->arc);
        $extents = $this->shaper->extents(Inline::of($layer->style));
        $sag = abs($radius) * (1 - cos(deg2rad(min(180.0, abs($layer->arc)) / 2)));
        $height = ($extents['ascent'] + $extents['descent']) * $fitted->size + $sag;
        $baseline =
            $frame->y +
            LinePlacer::down($layer->style->verticalAlign, $frame->height - $height) +
            $extents['ascent'] * $fitted->size +
            ($layer->arc < 0 ? $sag : 0.0);
        $s = match ($layer->style->align) {
            Align::Left, Align::Justify => -$frame->width / 2,
            Align::Centre => (-$line->width * $fitted->size) / 2,
            Align::Right => $frame->width / 2 - $line->width * $fitted->size,
        };
        $items = [];
        foreach ($line->runs as $run) {
            $begin = $s;
            foreach ($this->bits($run) as [$bit, $from, $advance]) {
                $middle = $begin + ($from + $advance / 2) * $fitted->size;
                $angle = $middle / $radius;
                $x = $frame->centreX() + $radius * sin($angle);
                $y = $baseline + $radius * (1 - cos($angle));
                $left = $x - ($advance / 2) * $fitted->size;
                $colour = $layer->style->colour;
                $items[] = $this->letters->at($left, $y, $run, $bit, $fitted->size, $colour, 0.0, rad2deg($angle), $x, $y);
            }
            $s = $begin + $run->advance * $fitted->size;
        }

        return $items;
    }

    /** @return list<array{string, float, float}> from left to right: text, where it begins, its advance, both in em */
    private function bits(TextSpan $run): array
    {
        if (1 === preg_match(self::JOINING, $run->text)) {
            $bits = preg_split('/(?<= )/u', $run->text, -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        } else {
            $bits = Shaper::graphemes($run->text);
        }
        $spacing = $run->inline->letterSpacing * $run->inline->scale;
        $placed = [];
        $before = '';
        $from = 0.0;
        foreach ($bits as $bit) {
            // By how much the run grows, so that kerning is kept.
            $before .= $bit;
            $to = $this->shaper->line(StyledText::plain($before, $run->inline))->width + $spacing;
            $placed[] = [$bit, $from, $to - $from];
            $from = $to;
        }
        if (!$run->rightToLeft) {
            return array_values(array_filter($placed, static fn (array $bit): bool => '' !== trim($bit[0])));
        }

        return array_map(static fn (array $bit): array => [$bit[0], $from - $bit[1] - $bit[2], $bit[2]], array_reverse($placed));
    }
}

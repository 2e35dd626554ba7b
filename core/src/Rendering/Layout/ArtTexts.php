<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\ContentPart;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\Mark;
use Morphea\Core\Design\Styles\Tokens;
use Morphea\Core\Design\Styles\VerticalAlign;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;

/**
 * Turns texts of a drawing into layers in exactly the same place, with as much room as there is up to the drawing's
 * edge.
 */
final readonly class ArtTexts
{
    public function __construct(private Shaper $shaper)
    {
    }

    /**
     * @param Frame $art   where the drawing comes to stand on the page
     * @param float $width of the drawing, in its own pixels
     */
    public function layer(ArtText $text, string $id, string $name, Frame $art, float $width, string $locale): TextLayer
    {
        $scale = $art->width / $width;
        $size = round($text->size * $scale, 3);
        $lines = \count($text->lines);
        $lineHeight = $lines > 1 ? max(0.5, min(4.0, $text->lineStep / $text->size)) : 1.2;
        $style = new TextStyle(
            $text->family,
            $text->weight,
            $text->italic,
            $size,
            $text->colour,
            $text->align,
            VerticalAlign::Top,
            round($lineHeight, 4),
            round($text->letterSpacing / $text->size, 4),
        );
        $content = $this->content($text, $locale);
        $placeholder = [] !== $content->pattern->columns();

        return new TextLayer(
            $id,
            $name,
            $this->frame($text, $style, $art, $scale, $width),
            opacity: 1.0,
            locked: false,
            hidden: false,
            content: $content,
            style: $style,
            fit: $placeholder ? FitRule::shrink(round($size / 2, 3), $lines) : FitRule::keep(),
            empty: EmptyRule::hide(),
        );
    }

    private function frame(ArtText $text, TextStyle $style, Frame $art, float $scale, float $width): Frame
    {
        $lineHeight = $style->lineHeight * $style->size;
        $extents = $this->shaper->extents(Inline::of($style));
        // The other way round as in LinePlacer: from the first baseline up to the top of its line.
        $above = ($lineHeight + ($extents['ascent'] - $extents['descent']) * $style->size) / 2;
        $room = match ($text->align) {
            Align::Right => $text->x,
            Align::Centre => 2 * min($text->x, $width - $text->x),
            default => $width - $text->x,
        };
        $across = max($style->size, $room * $scale * (Align::Centre === $text->align ? 0.96 : 0.98));
        $down = \count($text->lines) * $lineHeight;
        [$x, $y] = [$art->x + $text->x * $scale, $art->y + $text->y * $scale];
        // From the held place to the middle of the frame, turned with the text: frames turn about their middle.
        $toMiddle = match ($text->align) {
            Align::Right => -$across / 2,
            Align::Centre => 0.0,
            default => $across / 2,
        };
        $turn = deg2rad($text->rotation);
        $middleX = $x + $toMiddle * cos($turn) - ($down / 2 - $above) * sin($turn);
        $middleY = $y + $toMiddle * sin($turn) + ($down / 2 - $above) * cos($turn);

        return new Frame(
            round($middleX - $across / 2, 3),
            round($middleY - $down / 2, 3),
            round($across, 3),
            round($down, 3),
            round($text->rotation, 3),
        );
    }

    private function content(ArtText $text, string $locale): Content
    {
        $parts = [];
        foreach ($text->lines as $i => $line) {
            foreach ($line as $n => $stretch) {
                $words = (0 === $n && $i > 0 ? "\n" : '') . $stretch['words'];
                $mark = new Mark(
                    $stretch['bold'] && $text->weight < 600,
                    $stretch['italic'] !== $text->italic,
                    $stretch['colour'] === $text->colour ? null : $stretch['colour'],
                    round($stretch['size'] / $text->size, 3),
                );
                $last = array_key_last($parts);
                if (null !== $last && $parts[$last][1] == $mark) {
                    $parts[$last][0] .= $words;
                } else {
                    $parts[] = [$words, $mark];
                }
            }
        }
        $content = array_map(
            static fn (array $part): ContentPart => new ContentPart(Tokens::pattern($part[0], $locale), $part[1]),
            $parts,
        );
        \assert([] !== $content);

        return new Content($content);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Rendering\Text\LetterOutlines;

/**
 * Writes a drawing as SVG 1.1, using only what librsvg and browsers agree on: every run of text at its own position, no
 * CSS.
 */
final readonly class SvgWriter implements Writer
{
    private SvgItems $items;
    /** @var \WeakMap<GroupItem, string> what no row changes, written once */
    private \WeakMap $still;

    /** @param LetterOutlines|null $outlines for letters that are to look the same without their fonts */
    public function __construct(PictureContents $pictures, private SvgSize $size, ?LetterOutlines $outlines = null)
    {
        $this->items = new SvgItems($pictures, $outlines);
        $this->still = new \WeakMap();
    }

    public function write(Drawing $drawing, float $edge = 0.0): string
    {
        [$width, $height] = [$drawing->width + 2 * $edge, $drawing->height + 2 * $edge];
        $box = implode(' ', array_map(SvgMarkup::number(...), [-$edge, -$edge, $width, $height]));
        $svg =
            \sprintf(
                '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"%s viewBox="%s">',
                $this->ownSize($width, $height, $drawing->dpi),
                $box,
            ) . "\n";
        if (null !== $drawing->background) {
            $svg .=
                \sprintf(
                    '<rect%s width="%s" height="%s" fill="%s"/>',
                    $edge > 0 ? \sprintf(' x="%1$s" y="%1$s"', SvgMarkup::number(-$edge)) : '',
                    SvgMarkup::number($width),
                    SvgMarkup::number($height),
                    $drawing->background,
                ) . "\n";
        }
        foreach ($drawing->groups as $group) {
            $svg .= ($group->varies ? $group->accept($this->items) : ($this->still[$group] ??= $group->accept($this->items))) . "\n";
        }

        return $svg . '</svg>';
    }

    private function ownSize(float $width, float $height, float $dpi): string
    {
        return match ($this->size) {
            SvgSize::Pixels => \sprintf(' width="%d" height="%d"', round($width), round($height)),
            SvgSize::Inches => \sprintf(
                ' width="%sin" height="%sin"',
                SvgMarkup::number($width / $dpi, 5),
                SvgMarkup::number($height / $dpi, 5),
            ),
            SvgSize::Free => '',
        };
    }
}

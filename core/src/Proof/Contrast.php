<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Template\Frame;
use Morphea\Core\Template\Gradient;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;

/** How well letters stand out from what lies behind them: the contrast ratio of WCAG 2.2, 1 to 21. */
final readonly class Contrast
{
    /** @param string $one as #RRGGBB, like `$other` */
    public static function ratio(string $one, string $other): float
    {
        $a = self::luminance($one);
        $b = self::luminance($other);

        return (max($a, $b) + 0.05) / (min($a, $b) + 0.05);
    }

    /**
     * Against the highlight bar, or the topmost filled shape under the text's middle, or the side; null where that is a
     * picture, see-through or a gradient.
     */
    public static function of(Template $template, TextLayer $text): ?float
    {
        if (null !== $text->effects->highlight) {
            return self::ratio($text->style->colour, $text->effects->highlight->colour);
        }
        $side = $template->side($template->sideOf($text->id));
        $behind = $side->background;
        foreach ($side->layers as $layer) {
            if ($layer === $text) {
                break;
            }
            if ($layer->hidden || !self::covers($layer->frame, $text->frame)) {
                continue;
            }
            if ($layer instanceof PictureLayer) {
                $behind = null;
            } elseif ($layer instanceof ShapeLayer && ShapeKind::Line !== $layer->shape && null !== $layer->fill) {
                $behind = $layer->fill instanceof Gradient || $layer->opacity < 1 ? null : $layer->fill;
            }
        }

        return null === $behind ? null : self::ratio($text->style->colour, $behind);
    }

    private static function covers(Frame $frame, Frame $text): bool
    {
        return $text->centreX() > $frame->x &&
            $text->centreX() < $frame->x + $frame->width &&
            $text->centreY() > $frame->y &&
            $text->centreY() < $frame->y + $frame->height;
    }

    private static function luminance(string $colour): float
    {
        $linear = static function (string $hex): float {
            $value = hexdec($hex) / 255;

            return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
        };

        return 0.2126 * $linear(substr($colour, 1, 2)) +
            0.7152 * $linear(substr($colour, 3, 2)) +
            0.0722 * $linear(substr($colour, 5, 2));
    }
}

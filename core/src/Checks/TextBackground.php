<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\LayerVisitor;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\ShapeKind;

/**
 * The background a layer gives to what is on top of it: #RRGGBB, false if it has none, or null if it is not a single
 * colour, as with pictures, gradients and transparency.
 *
 * @implements LayerVisitor<string|false|null>
 */
final readonly class TextBackground implements LayerVisitor
{
    /**
     * The contrast of a text with its highlight, or else the topmost layer under its centre, or else the page; null if
     * that is not a single colour.
     */
    public static function contrast(Design $design, TextLayer $text): ?float
    {
        if (null !== $text->effects->highlight) {
            return Contrast::ratio($text->style->colour, $text->effects->highlight->colour);
        }
        $page = $design->page($design->pageOf($text->id));
        $behind = $page->background;
        foreach ($page->layers as $layer) {
            if ($layer === $text) {
                break;
            }
            $apart = $layer->hidden || !self::covers($layer->frame, $text->frame) || !$design->areSeenTogether($layer, $text);
            $ground = $apart ? false : $layer->accept(new self());
            $behind = false === $ground ? $behind : $ground;
        }

        return null === $behind ? null : Contrast::ratio($text->style->colour, $behind);
    }

    public function text(TextLayer $layer): false
    {
        return false;
    }

    public function picture(PictureLayer $layer): ?string
    {
        return null;
    }

    public function code(CodeLayer $layer): string|false|null
    {
        return $layer->opacity < 1 ? null : $layer->ground ?? false;
    }

    public function shape(ShapeLayer $layer): string|false|null
    {
        if (ShapeKind::Line === $layer->shape || null === $layer->fill) {
            return false;
        }

        return \is_string($layer->fill) && $layer->opacity >= 1 ? $layer->fill : null;
    }

    private static function covers(Frame $frame, Frame $text): bool
    {
        return $text->centreX() > $frame->x
            && $text->centreX() < $frame->x + $frame->width
            && $text->centreY() > $frame->y
            && $text->centreY() < $frame->y + $frame->height;
    }
}

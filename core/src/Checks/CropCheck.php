<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\Within;

/**
 * Finds pictures that lose most of their area, or their focus point, to the frame. The measured value is the share that
 * is cut off.
 */
final readonly class CropCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        $limit = $piece->design->limits->cut;
        foreach ($piece->laid->drawing->groups as $group) {
            $layer = $piece->design->layer($group->layer);
            if (!$layer instanceof PictureLayer || !$layer->isPlaceholder() || null !== $layer->crop) {
                continue;
            }
            foreach (Within::pictures($group->items) as $item) {
                $lost = self::lost($item->box, $layer->frame);
                $focus = self::isSeen($item, $layer);
                if ($focus && $lost <= $limit) {
                    continue;
                }
                yield new Warning(
                    WarningKind::Crop,
                    $focus ? Severity::LookAtIt : Severity::WillLookWrong,
                    $layer->id,
                    $layer->name,
                    $focus
                        ? new Message('warnings.crop_part', ['percent' => round(100 * $lost), 'picture' => $item->picture->name])
                        : new Message('warnings.crop_focus', ['picture' => $item->picture->name]),
                    $group->bounds(),
                    $lost,
                    $limit,
                    [Remedy::OtherCrop, Remedy::TouchUp, Remedy::ChangeCell],
                );
            }
        }
    }

    /** The share of a picture that lies outside its frame. */
    private static function lost(Frame $box, Frame $frame): float
    {
        $across = min($box->x + $box->width, $frame->x + $frame->width) - max($box->x, $frame->x);
        $down = min($box->y + $box->height, $frame->y + $frame->height) - max($box->y, $frame->y);

        return 1 - max(0.0, $across) * max(0.0, $down) / max(1e-6, $box->width * $box->height);
    }

    /** Whether the focus point lies inside the frame; for a round frame, inside its outline. */
    private static function isSeen(PictureItem $item, PictureLayer $layer): bool
    {
        $frame = $layer->frame;
        $x = ($item->box->x + $item->picture->focusX * $item->box->width - $frame->centreX()) / max(1e-6, $frame->width / 2);
        $y = ($item->box->y + $item->picture->focusY * $item->box->height - $frame->centreY()) / max(1e-6, $frame->height / 2);

        return FrameKind::Ellipse === $layer->shape->kind ? $x * $x + $y * $y <= 1.0 : abs($x) <= 1.0 && abs($y) <= 1.0;
    }
}

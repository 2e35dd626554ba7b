<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Styles\GuideUse;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\RectangleItem;

/** What a die cuts out of a piece: its die line layers, or its edge if it has none, and its perforations. */
final readonly class DieDrawing
{
    private const INCH = 25.4;
    /** Millimetres. */
    private const WIDTH = 0.15;
    private const DASHES = [1.0, 1.0];

    /**
     * @param Drawing $worked its first page as while working, with die lines
     * @param string  $colour #RRGGBB of lines that are nobody's layers
     */
    public static function of(Design $design, Drawing $worked, string $colour): Drawing
    {
        $dies = array_flip(array_map(
            static fn (Layer $layer): string => $layer->id,
            array_filter($design->page()->layers, static fn (Layer $layer): bool => LayerUse::Die === $layer->use),
        ));
        $groups = array_map(
            static fn (GroupItem $group): GroupItem => new GroupItem(
                $group->layer,
                $group->items,
                1.0,
                $group->rotation,
                $group->centreX,
                $group->centreY,
                $group->up,
            ),
            array_values(array_filter($worked->groups, static fn (GroupItem $group): bool => isset($dies[$group->layer]))),
        );
        $dots = $design->dpi / self::INCH;
        $line = new Paint(null, $colour, self::WIDTH * $dots);
        if ([] === $groups) {
            $edge = new RectangleItem(0, 0, $design->width, $design->height, 0, $line);
            $groups[] = new GroupItem('edge', [$edge], opacity: 1.0, rotation: 0, centreX: 0, centreY: 0);
        }
        $torn = new Paint(null, $colour, self::WIDTH * $dots, array_map(static fn (float $dash): float => $dash * $dots, self::DASHES));
        foreach ($design->guides as $i => $guide) {
            if (GuideUse::Perforation === $guide->use) {
                $across = $guide->upright
                    ? new LineItem($guide->at, 0, $guide->at, $design->height, $torn)
                    : new LineItem(0, $guide->at, $design->width, $guide->at, $torn);
                $groups[] = new GroupItem("perforation-$i", [$across], opacity: 1.0, rotation: 0, centreX: 0, centreY: 0);
            }
        }

        return new Drawing($design->width, $design->height, $design->dpi, null, $groups, $design->bleed);
    }
}

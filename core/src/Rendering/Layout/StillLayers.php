<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\PictureSource;

/**
 * Keeps layers that are the same in every row: they are laid out once for a design, its pictures and its shared sizes,
 * however many rows follow.
 */
final class StillLayers
{
    /** @var \WeakMap<Design, array{\WeakReference<PictureSource>, EvenSizes, array<string, Laid>}> */
    private \WeakMap $laid;
    /** @var \WeakMap<Laid, GroupItem> */
    private \WeakMap $groups;

    public function __construct()
    {
        $this->laid = new \WeakMap();
        $this->groups = new \WeakMap();
    }

    /** @param \Closure(): Laid $lay */
    public function laid(Design $design, PictureSource $pictures, EvenSizes $even, Layer $layer, \Closure $lay): Laid
    {
        if ($layer->isPlaceholder()) {
            return $lay();
        }
        $kept = $this->laid[$design] ?? null;
        if (null === $kept || $kept[0]->get() !== $pictures || $kept[1] != $even) {
            $kept = [\WeakReference::create($pictures), $even, []];
        }
        $kept[2][$layer->id] ??= $lay();
        $this->laid[$design] = $kept;

        return $kept[2][$layer->id];
    }

    /** @param \Closure(): GroupItem $group of a layer that stays where it is */
    public function group(Laid $laid, \Closure $group): GroupItem
    {
        return $this->groups[$laid] ??= $group();
    }
}

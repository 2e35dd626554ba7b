<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/**
 * The pictures that are in items, wherever within them.
 *
 * @implements ItemVisitor<list<PictureItem>>
 */
final readonly class PicturesIn implements ItemVisitor
{
    /**
     * @param list<Item> $items
     *
     * @return list<PictureItem>
     */
    public static function all(array $items): array
    {
        $visitor = new self();

        return array_merge(...array_map(static fn (Item $item): array => $item->accept($visitor), $items));
    }

    public function rectangle(RectangleItem $item): array
    {
        return [];
    }

    public function ellipse(EllipseItem $item): array
    {
        return [];
    }

    public function line(LineItem $item): array
    {
        return [];
    }

    public function polygon(PolygonItem $item): array
    {
        return [];
    }

    public function path(PathItem $item): array
    {
        return [];
    }

    public function text(TextItem $item): array
    {
        return [];
    }

    public function modules(ModulesItem $item): array
    {
        return [];
    }

    public function picture(PictureItem $item): array
    {
        return [$item];
    }

    public function shadow(ShadowItem $item): array
    {
        return self::all($item->items);
    }

    public function group(GroupItem $item): array
    {
        return self::all($item->items);
    }
}

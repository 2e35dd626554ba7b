<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * All items, however deeply nested, down to those without parts.
 *
 * @implements ItemVisitor<list<Item>>
 */
final readonly class Within implements ItemVisitor
{
    private function __construct(private bool $shadows)
    {
    }

    /**
     * @param list<Item> $items
     *
     * @return list<PictureItem>
     */
    public static function pictures(array $items): array
    {
        return array_values(array_filter(self::all($items), static fn (Item $item): bool => $item instanceof PictureItem));
    }

    /**
     * @param list<Item> $items
     * @param bool       $shadows whether the letters of shadows are meant as well
     *
     * @return list<TextItem>
     */
    public static function letters(array $items, bool $shadows = true): array
    {
        return array_values(array_filter(self::all($items, $shadows), static fn (Item $item): bool => $item instanceof TextItem));
    }

    /**
     * Only text, shapes and codes, which can always be drawn.
     *
     * @param list<GroupItem> $groups
     */
    public static function isPlain(array $groups): bool
    {
        foreach ($groups as $group) {
            foreach ($group->items as $item) {
                if ($item instanceof PictureItem || $item instanceof ShadowItem || $item instanceof GroupItem) {
                    return false;
                }
            }
        }

        return true;
    }

    public function rectangle(RectangleItem $item): array
    {
        return [$item];
    }

    public function ellipse(EllipseItem $item): array
    {
        return [$item];
    }

    public function line(LineItem $item): array
    {
        return [$item];
    }

    public function polygon(PolygonItem $item): array
    {
        return [$item];
    }

    public function path(PathItem $item): array
    {
        return [$item];
    }

    public function text(TextItem $item): array
    {
        return [$item];
    }

    public function modules(ModulesItem $item): array
    {
        return [$item];
    }

    public function picture(PictureItem $item): array
    {
        return [$item];
    }

    public function shadow(ShadowItem $item): array
    {
        return $this->shadows ? self::all($item->items, true) : [];
    }

    public function group(GroupItem $item): array
    {
        return self::all($item->items, $this->shadows);
    }

    /**
     * @param list<Item> $items
     *
     * @return list<Item>
     */
    private static function all(array $items, bool $shadows = true): array
    {
        $visitor = new self($shadows);

        return array_merge(...array_map(static fn (Item $item): array => $item->accept($visitor), $items));
    }
}

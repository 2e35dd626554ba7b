<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Raster;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\TextItem;

/** A drawing as pixels, roughly: whatever is drawn fills its box; pictures are dark at the left and bright at the right. */
final readonly class Boxes implements Raster
{
    public function __construct(private Drawing $drawing)
    {
    }

    public function at(int $x, int $y): array
    {
        $colour = $this->drawing->background ?? '#FFFFFF';
        foreach ($this->drawing->groups as $group) {
            foreach ($group->items as $item) {
                $box = $item->bounds()->turned($group->rotation, $group->centreX, $group->centreY)->moved(0, -$group->up);
                if ($x >= $box->left && $x < $box->right && $y >= $box->top && $y < $box->bottom) {
                    $colour = self::colour($item, ($x - $box->left) / $box->width()) ?? $colour;
                }
            }
        }

        return array_map(static fn (int $i): int => (int) hexdec(substr($colour, $i, 2)), [1, 3, 5]);
    }

    private static function colour(Item $item, float $across): ?string
    {
        return match (true) {
            $item instanceof TextItem => $item->colour,
            $item instanceof RectangleItem => \is_string($item->paint->fill) ? $item->paint->fill : null,
            $item instanceof PictureItem => $across < 0.5 ? '#202020' : '#F0F0F0',
            default => null,
        };
    }
}

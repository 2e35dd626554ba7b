<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Message;
use Morphea\Core\Output\Mockups\Cell;
use Morphea\Core\Output\Mockups\Mesh;
use Morphea\Core\Output\Mockups\MockupInk;
use Morphea\Core\Output\Mockups\Product;

/**
 * Puts pieces on products: warped into the picture by its mesh, as ink or on top, with light and shade; all with
 * libvips.
 */
final class Mockup
{
    private const QUALITY = 88;
    /** Of products and sizes, which are kept: each takes some 10 MB. */
    private const MAPS = 8;
    /** @var array<string, array{VipsImage, int, int}> where points come from, with left and top, by mesh and size */
    private array $maps = [];
    /** @var array<string, array{VipsImage, VipsImage|null}> pictures of drawn products, and their shade, by id */
    private array $known = [];

    public function __construct(private readonly Vips $vips, private readonly string $projectDir)
    {
    }

    /** How many pixels the longer side of a piece should have on a product: as many as are visible. */
    public static function pixels(Product $product): int
    {
        return (int) ceil(1.15 * $product->mesh->length());
    }

    /**
     * @param string      $png bytes of the piece
     * @param string|null $own bytes of the picture of a product of one's own
     *
     * @return string bytes of a JPEG
     *
     * @throws RenderException
     */
    public function jpeg(Product $product, string $png, ?string $own): string
    {
        [$picture, $shade] = $this->picture($product, $own);
        $surface = self::surface($this->vips->open($png)->rgba(), $product->mesh->ratio());
        [$index, $left, $top] = $this->index($product->mesh, $surface, $picture);
        $laid = $picture->under($surface->by($index)->unweighed(), $left, $top, MockupInk::Soaks === $product->ink);

        return (null === $shade ? $laid : $laid->under($shade))->opaque()->jpeg(self::QUALITY);
    }

    /** The piece centred on a surface of this shape, as large as fits. */
    private static function surface(VipsImage $piece, float $ratio): VipsImage
    {
        $height = max($piece->height(), (int) round($piece->width() / $ratio));
        $width = max($piece->width(), (int) round($height * $ratio));

        return $piece->centred($width, $height)->weighed()->whole();
    }

    /**
     * For every pixel of the covered part of the picture, its position on the surface. Computed once: the next piece
     * lies in the same place.
     *
     * @return array{VipsImage, int, int} with its left and top in the picture
     */
    private function index(Mesh $mesh, VipsImage $surface, VipsImage $picture): array
    {
        [$width, $height] = [$surface->width(), $surface->height()];
        $key = hash('sha256', serialize([$mesh->points, $width, $height, $picture->width(), $picture->height()]));
        if (!isset($this->maps[$key])) {
            $this->maps = \array_slice($this->maps, 1 - self::MAPS, null, true);
            $cells = $mesh->cells();
            $left = max(0, min(array_map(static fn (Cell $cell): int => $cell->box[0], $cells)));
            $top = max(0, min(array_map(static fn (Cell $cell): int => $cell->box[1], $cells)));
            $right = min($picture->width(), max(array_map(static fn (Cell $cell): int => $cell->box[0] + $cell->box[2], $cells)));
            $bottom = min($picture->height(), max(array_map(static fn (Cell $cell): int => $cell->box[1] + $cell->box[3], $cells)));
            if ($right <= $left || $bottom <= $top) {
                throw new RenderException(new Message('render.corners'));
            }
            $map = $this->vips->nowhere($right - $left, $bottom - $top);
            foreach ($cells as $cell) {
                $map = $this->withCell($map, $cell, $width, $height, [$left, $top, $right, $bottom]);
            }
            $this->maps[$key] = [$map->moved([-0.5, -0.5])->whole(), $left, $top];
        }

        return $this->maps[$key];
    }

    /** @param array{int, int, int, int} $within left, top, right and bottom of the map in the picture */
    private function withCell(VipsImage $map, Cell $cell, int $width, int $height, array $within): VipsImage
    {
        [$left, $top] = [max($within[0], $cell->box[0]), max($within[1], $cell->box[1])];
        $wide = min($within[2], $cell->box[0] + $cell->box[2]) - $left;
        $high = min($within[3], $cell->box[1] + $cell->box[3]) - $top;
        if ($wide < 1 || $high < 1) {
            return $map;
        }
        $m = $cell->matrix;
        $points = $this->vips->places($left, $top, $wide, $high)->projected([
            $width * $m[0], $width * $m[1], $width * $m[2],
            $height * $m[3], $height * $m[4], $height * $m[5],
            $m[6], $m[7], $m[8],
        ]);
        // At the rim of the surface a pixel more, which is covered in part.
        [$u0, $v0, $u1, $v1] = $cell->part;
        $holds = $points->between(0, 0.0 === $u0 ? -1.0 : $u0 * $width, 1.0 === $u1 ? $width + 1.0 : $u1 * $width)
            ->and($points->between(1, 0.0 === $v0 ? -1.0 : $v0 * $height, 1.0 === $v1 ? $height + 1.0 : $v1 * $height));
        [$x, $y] = [$left - $within[0], $top - $within[1]];

        return $map->with($map->part($x, $y, $wide, $high)->where($holds, $points), $x, $y);
    }

    /**
     * @return array{VipsImage, VipsImage|null}
     *
     * @throws RenderException
     */
    private function picture(Product $product, ?string $own): array
    {
        if ($product->isOwn()) {
            if (null === $own || '' === $own) {
                throw new RenderException(new Message('render.no_photograph', ['name' => $product->picture]));
            }

            return [$this->vips->open($own)->upright()->rgba(), null];
        }

        return $this->known[$product->id] ??= [
            $this->drawn($product->picture) ?? throw new RenderException(new Message('render.no_photograph', [
                'name' => $product->picture,
            ])),
            $this->drawn("$product->picture-shade"),
        ];
    }

    private function drawn(string $name): ?VipsImage
    {
        $path = "$this->projectDir/assets/products/$name.svg";

        return is_file($path) ? $this->vips->draw((string) file_get_contents($path))->rgba()->whole() : null;
    }
}

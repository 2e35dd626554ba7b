<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\GroundShade;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Drawing\Within;

/**
 * Darkens or lightens pictures behind text: a black or white overlay on the whole picture, as opaque as its lightest or
 * darkest place under any of the text requires, wherever it drifts and whichever moment of a clip is played.
 */
final readonly class Shading
{
    /** Shades are told apart by so much, so that many rows share one. */
    private const STEP = 0.05;
    private const MOST = 0.85;
    /** How far round letters is looked, in times of their size. */
    private const ROUND = 0.15;
    /** Places at which a picture that drifts is looked at. */
    private const PLACES = 5;

    public function __construct(private PictureSource $pictures)
    {
    }

    /**
     * @param list<GroupItem> $groups in drawing order
     *
     * @return list<GroupItem>
     */
    public function compute(Page $page, array $groups): array
    {
        foreach ($page->layers as $layer) {
            if ($layer instanceof PictureLayer && GroundShade::None !== $layer->shade) {
                foreach ($groups as $i => $group) {
                    if ($group->layer === $layer->id) {
                        $groups[$i] = $this->shaded($layer, $group, \array_slice($groups, $i + 1));
                    }
                }
            }
        }

        return $groups;
    }

    /** @param list<GroupItem> $above */
    private function shaded(PictureLayer $layer, GroupItem $group, array $above): GroupItem
    {
        $item = $group->items[0] ?? null;
        $tones = $item instanceof PictureItem ? $this->pictures->tones($item->picture) : null;
        if (!$item instanceof PictureItem || null === $tones) {
            return $group;
        }
        $black = $white = 0.0;
        foreach (self::words($above, $group->bounds()) as $text) {
            $on = Contrast::luminance($text->colour);
            $box = $text->bounds()->grown(self::ROUND * $text->size);
            [$darkest, $lightest] = [1.0, 0.0];
            foreach (self::parts($item, $box) as $part) {
                $length = $item->picture->length ?? 0.0;
                [$from, $to] = [$item->play?->begins($length) ?? 0.0, $item->play?->ends($length) ?? 0.0];
                $range = $tones->range($part, $from, $to, GroundShade::Blurred === $layer->shade);
                [$darkest, $lightest] = [min($darkest, $range[0]), max($lightest, $range[1])];
            }
            // Whichever way takes less.
            [$down, $up] = [Contrast::black($lightest, $on), Contrast::white($darkest, $on)];
            Contrast::ofLight($on, 0.0) > Contrast::ofLight($on, 1.0) ? $black = max($black, $down) : $white = max($white, $up);
        }
        $shade = min(self::MOST, ceil(max($black, $white) / self::STEP - 1e-9) * self::STEP);
        if ($shade <= 0) {
            return $group;
        }
        $over = Shapes::frame($layer->shape, $layer->frame, new Paint($black >= $white ? '#000000' : '#FFFFFF'));

        return $group->showing(
            [...$group->items, new GroupItem('', [$over], round($shade, 2), rotation: 0.0, centreX: 0.0, centreY: 0.0)],
        );
    }

    /**
     * Text directly on a picture, with nothing in between.
     *
     * @param list<GroupItem> $above
     *
     * @return list<TextItem>
     */
    private static function words(array $above, Bounds $picture): array
    {
        $words = $between = [];
        foreach ($above as $group) {
            foreach (Within::letters([$group]) as $text) {
                $box = $text->bounds();
                $covered = array_filter($between, static fn (Bounds $one): bool => self::holds($one, $box));
                if ([] === $covered && self::meets($picture, $box)) {
                    $words[] = $text;
                }
            }
            if ($group->opacity >= 1.0) {
                $items = array_filter($group->items, static fn (Item $item): bool => !$item instanceof TextItem);
                array_push($between, ...array_map(static fn (Item $item): Bounds => $item->bounds(), array_values($items)));
            }
        }

        return $words;
    }

    /** @return iterable<Bounds> of the picture that lie under a box, in shares of its size, wherever it drifts */
    private static function parts(PictureItem $item, Bounds $box): iterable
    {
        $step = null === $item->wander ? null : $item->wander->drift->seconds / (self::PLACES - 1);
        foreach (null === $step ? [0.0] : array_map(static fn (int $i): float => $i * $step, range(0, self::PLACES - 1)) as $seconds) {
            $at = $item->at($seconds)->box;
            $share = static fn (float $dots, float $from, float $size): float => max(0.0, min(1.0, ($dots - $from) / $size));
            yield new Bounds(
                $share($box->left, $at->x, $at->width),
                $share($box->top, $at->y, $at->height),
                $share($box->right, $at->x, $at->width),
                $share($box->bottom, $at->y, $at->height),
            );
        }
    }

    private static function holds(Bounds $one, Bounds $other): bool
    {
        return $one->left <= $other->left && $one->top <= $other->top && $one->right >= $other->right && $one->bottom >= $other->bottom;
    }

    private static function meets(Bounds $one, Bounds $other): bool
    {
        return $one->left < $other->right && $one->right > $other->left && $one->top < $other->bottom && $one->bottom > $other->top;
    }
}

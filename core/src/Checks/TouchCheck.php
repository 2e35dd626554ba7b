<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/**
 * Words that touch other words or a code, that run out of their frame into a picture or shape, or that something covers:
 * by what is really drawn, not by boxes: of two layers whose boxes meet, each is drawn alone, over white and over black.
 * What the design has so for all rows, and layers of one group, are left alone.
 */
final readonly class TouchCheck implements PixelCheck
{
    /** Places of an overlap that are looked at, at the most; and how many have to be taken by both. */
    private const PLACES = 20_000;
    private const TOUCHES = 3;
    /** Levels of a pixel from the ground that mean something is there. */
    private const THERE = 96;

    public function warnings(Inspected $piece): iterable
    {
        $groups = $piece->laid->drawing->groups;
        foreach ($groups as $i => $group) {
            $text = $piece->design->layer($group->layer);
            if (!$text instanceof TextLayer || [] === $group->items) {
                continue;
            }
            foreach ($groups as $n => $other) {
                $layer = $piece->design->layer($other->layer);
                $what = [] === $other->items || $n === $i ? null : self::trouble($piece->design, $text, $layer, $n > $i);
                $both = null === $what ? null : self::common($group->bounds(), $other->bounds());
                if (null === $what || null === $both || !self::meet($piece, $group, $other, $both)) {
                    continue;
                }
                yield new Warning(
                    WarningKind::Touch,
                    Severity::WillLookWrong,
                    $text->id,
                    $text->name,
                    new Message("warnings.$what", ['other' => $layer->name]),
                    $both,
                    remedies: [Remedy::OtherRule, Remedy::TouchUp, Remedy::FewerLetters],
                );
            }
        }
    }

    /** The id of its message if the two touch; null if they may. */
    private static function trouble(Design $design, TextLayer $text, Layer $other, bool $above): ?string
    {
        $apart = !$design->areSeenTogether($text, $other) || (null !== $text->group && $text->group === $other->group);
        if ($apart || !($text->isPlaceholder() || $other->isPlaceholder())) {
            return null;
        }
        $letters = $other instanceof TextLayer;

        return match (true) {
            // Each pair of texts is told once, of the upper one, which runs into the other.
            $letters => $above ? null : 'touches',
            $other instanceof CodeLayer => 'touches',
            $above && 1.0 === $other->opacity && !self::share($text->frame, $other->frame) => 'covered_by',
            !$above && !self::share($text->frame, $other->frame) => 'runs_into',
            default => null,
        };
    }

    private static function share(Frame $one, Frame $other): bool
    {
        return $one->x < $other->x + $other->width
            && $other->x < $one->x + $one->width
            && $one->y < $other->y + $other->height
            && $other->y < $one->y + $one->height;
    }

    private static function common(Bounds $one, Bounds $other): ?Bounds
    {
        $both = new Bounds(
            max($one->left, $other->left),
            max($one->top, $other->top),
            min($one->right, $other->right),
            min($one->bottom, $other->bottom),
        );

        return $both->width() > 0 && $both->height() > 0 ? $both : null;
    }

    private static function meet(Inspected $piece, GroupItem $one, GroupItem $other, Bounds $where): bool
    {
        $first = self::alone($piece, $one);
        $second = self::alone($piece, $other);
        if (null === $first || null === $second) {
            return false;
        }
        $step = max(1.0, sqrt($where->width() * $where->height() / self::PLACES));
        $found = 0;
        for ($y = $where->top; $y < $where->bottom; $y += $step) {
            for ($x = $where->left; $x < $where->right; $x += $step) {
                if ($first((int) $x, (int) $y) && $second((int) $x, (int) $y) && ++$found >= self::TOUCHES) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return (\Closure(int, int): bool)|null whether a layer takes up a place */
    private static function alone(Inspected $piece, GroupItem $group): ?\Closure
    {
        $drawn = [];
        foreach (['#FFFFFF' => 255, '#000000' => 0] as $ground => $level) {
            $raster = $piece->raster(new Drawing(
                ...['groups' => [$group], 'background' => $ground] + get_object_vars($piece->laid->drawing),
            ));
            if (null === $raster) {
                return null;
            }
            $drawn[] = [$raster, $level];
        }

        return static function (int $x, int $y) use ($drawn): bool {
            foreach ($drawn as [$raster, $level]) {
                // Whatever its colour, it is far from white or from black.
                if (max(array_map(static fn (int $channel): int => abs($channel - $level), $raster->at($x, $y))) >= self::THERE) {
                    return true;
                }
            }

            return false;
        };
    }
}

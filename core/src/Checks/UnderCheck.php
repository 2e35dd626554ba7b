<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Drawing\Within;

/**
 * Finds text with too little contrast where its background is not a single colour: the page is drawn without the text
 * and its pixels are compared with the text's colour. The worst twentieth of the pixels is ignored, so that a few do not
 * decide.
 */
final class UnderCheck implements PixelCheck
{
    private const BUT_FOR = 0.05;
    /** What rounding of colours and soft edges make of a ratio. */
    private const HARDLY = 0.15;
    /** Places that are looked at of a run of letters, at the most. */
    private const PLACES = 300;

    /** @var \WeakMap<GroupItem, array{string, float|null}>|null ratios of words that do not vary, with the name of their ground */
    private static ?\WeakMap $known = null;

    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->contrasts() as $layer => $ratio) {
            $text = $piece->design->layer($layer);
            \assert($text instanceof TextLayer);
            $least = $piece->neededContrast($text);
            if ($ratio < $least - self::HARDLY) {
                yield new Warning(
                    WarningKind::Contrast,
                    Severity::LookAtIt,
                    $layer,
                    $text->name,
                    new Message('warnings.contrast_under', ['ratio' => round($ratio, 1), 'least' => round($least, 1)]),
                    $piece->box($layer),
                    $ratio,
                    $least,
                    [Remedy::OtherColour, Remedy::TouchUp],
                );
            }
        }
    }

    /** @return array<string, float> by layer, of those that lie on no single colour */
    public static function contrasts(Inspected $piece): array
    {
        $found = [];
        $below = [];
        foreach ($piece->laid->drawing->groups as $group) {
            $layer = $piece->design->layer($group->layer);
            if ($layer instanceof TextLayer && [] !== $group->items && null === TextBackground::contrast($piece->design, $layer)) {
                $ratio = self::ratio($piece, $group, self::under($piece, $layer, $group, $below));
                if (null !== $ratio) {
                    $found[$layer->id] = $ratio;
                }
            }
            $below[] = $group;
        }

        return $found;
    }

    /**
     * What lies under the letters: the layers its box touches, so that the result can be shared between texts and rows,
     * and what is drawn with the text but is not letters, such as bars and shadows.
     *
     * @param list<GroupItem> $below
     *
     * @return list<GroupItem>
     */
    private static function under(Inspected $piece, TextLayer $layer, GroupItem $group, array $below): array
    {
        $box = $group->bounds();
        $met = array_filter($below, static fn (GroupItem $one): bool => [] !== $one->items
            && $one->bounds()->meets($box)
            && $piece->design->areSeenTogether($layer, $piece->design->layer($one->layer)));
        $own = array_values(array_filter($group->items, static fn (Item $one): bool => !$one instanceof TextItem));

        return [...array_values($met), ...[] === $own ? [] : [$group->showing($own)]];
    }

    /** @param list<GroupItem> $under */
    private static function ratio(Inspected $piece, GroupItem $group, array $under): ?float
    {
        $drawing = new Drawing(...['groups' => $under] + get_object_vars($piece->laid->drawing));
        $holds = array_filter($under, static fn (GroupItem $one): bool => $one->bounds()->holds($group->bounds()));
        if (null === $drawing->background && [] === $holds) {
            // On what it comes to stand, nobody knows here.
            return null;
        }
        if ($group->varies) {
            return self::measured($piece->raster($drawing), $group);
        }
        // Words that all rows have alike, over what all have alike, are looked at once.
        self::$known ??= new \WeakMap();
        $ground = $drawing->fingerprint();
        if ($ground !== (self::$known[$group][0] ?? null)) {
            self::$known[$group] = [$ground, self::measured($piece->raster($drawing), $group)];
        }

        return self::$known[$group][1];
    }

    private static function measured(?Raster $raster, GroupItem $group): ?float
    {
        $letters = Within::letters($group->items);
        $runs = array_filter($letters, static fn (TextItem $one): bool => 0.0 === $one->strokeWidth);
        $outlines = array_values(array_filter($letters, static fn (TextItem $one): bool => $one->strokeWidth > 0));
        if (null === $raster || [] === $runs) {
            return null;
        }
        $ratios = [];
        foreach ($runs as $run) {
            $ink = Contrast::luminance($run->colour);
            // A line round the letters sets them off as well as their ground does.
            $line = [] === $outlines ? 1.0 : Contrast::ofLight($ink, Contrast::luminance($outlines[0]->colour));
            $box = $run->bounds()->turned($group->rotation, $group->centreX, $group->centreY)->moved(0, -$group->up);
            foreach (self::places($box) as [$x, $y]) {
                $ground = $raster->at($x, $y);
                $light = Contrast::ofPixel($ground);
                $ratios[] = max($line, Contrast::ofLight(self::over($run->colour, $group->opacity, $ground) ?? $ink, $light));
            }
        }
        sort($ratios);

        return $ratios[(int) floor(self::BUT_FOR * \count($ratios))] ?? null;
    }

    /**
     * The luminance of a translucent colour over what is behind it; null if it is not translucent.
     *
     * @param array{int, int, int} $ground
     */
    private static function over(string $colour, float $opacity, array $ground): ?float
    {
        if ($opacity >= 1) {
            return null;
        }
        $mix = static fn (int $at, int $under): float => $opacity * (int) hexdec(substr($colour, $at, 2)) + (1 - $opacity) * $under;

        return Contrast::light(...array_map(Contrast::linear(...), array_map($mix, [1, 3, 5], $ground)));
    }

    /** @return iterable<array{int, int}> evenly over a box, in dots */
    private static function places(Bounds $box): iterable
    {
        $step = max(1.0, sqrt(max(1.0, $box->width()) * max(1.0, $box->height()) / self::PLACES));
        for ($y = $box->top + $step / 2; $y < $box->bottom; $y += $step) {
            for ($x = $box->left + $step / 2; $x < $box->right; $x += $step) {
                yield [(int) $x, (int) $y];
            }
        }
    }
}

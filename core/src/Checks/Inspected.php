<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Drawing\Within;
use Morphea\Core\Rendering\Layout\LaidOut;

/** One page of one piece as the checks see it: the design, its layout and, for checks that ask, its pixels. */
final class Inspected
{
    private const LARGE = 18.0;
    private const LARGE_BOLD = 14.0;
    private const BOLD = 700;
    /** Pixels of CSS: on an inch, and across a phone. */
    private const CSS_DPI = 96.0;
    private const PHONE = 480.0;

    /** @var array<string, float>|null */
    private ?array $contrasts = null;

    /** @param (\Closure(Drawing): Raster)|null $draw asked only if a check wants to see pixels */
    public function __construct(
        public readonly Design $design,
        public readonly LaidOut $laid,
        public readonly int $page = 0,
        private readonly ?\Closure $draw = null,
    ) {
    }

    /** Some of its layers drawn as pixels; null where drawing is not available. */
    public function raster(Drawing $drawing): ?Raster
    {
        return null === $this->draw ? null : ($this->draw)($drawing);
    }

    /** @return array<string, float> of texts with the pixels under them, by layer, where those are of no single colour */
    public function contrasts(): array
    {
        return $this->contrasts ??= UnderCheck::contrasts($this);
    }

    /**
     * The contrast a text needs: two thirds of the limit for large text as defined by WCAG 2.2 (1.4.3), from 18 pt or 14
     * pt bold. On screens, a piece is assumed to be shown at the width of a phone.
     */
    public function neededContrast(TextLayer $text): float
    {
        $design = $this->design;
        $size = $this->laid->text($text->id)->size ?? 0.0;
        $points = Unit::Pixel === $design->typeUnit()
            ? Unit::Point->fromDots($size, self::CSS_DPI) * min(1.0, self::PHONE / min($design->width, $design->height))
            : Unit::Point->fromDots($size, $design->dpi);
        $isLarge = $points >= ($text->style->weight >= self::BOLD ? self::LARGE_BOLD : self::LARGE);

        return $design->limits->contrast * ($isLarge ? 2 / 3 : 1.0);
    }

    /** A type size in the unit it is shown in. */
    public function size(float $dots): Message
    {
        $unit = $this->design->typeUnit();

        return new Message('warnings.size', ['size' => round($unit->fromDots($dots, $this->design->dpi), 1), 'unit' => $unit->value]);
    }

    /** @return list<string> the lines of a text as they are set, from the top; of one on an arc, none */
    public function lines(string $layer): array
    {
        $lines = [];
        foreach ($this->laid->drawing->groups as $group) {
            foreach ($group->layer === $layer ? Within::letters([$group], shadows: false) : [] as $item) {
                if (0.0 !== $item->rotation) {
                    return [];
                }
                if (0.0 === $item->strokeWidth) {
                    $lines[(string) round($item->y, 1)][] = $item;
                }
            }
        }
        ksort($lines, \SORT_NUMERIC);

        return array_map(static function (array $items): string {
            usort($items, static fn (TextItem $one, TextItem $other): int => $one->x <=> $other->x);

            return implode('', array_map(static fn (TextItem $item): string => $item->text, $items));
        }, array_values($lines));
    }

    /** The area a layer covers in this layout; null if it shows nothing. */
    public function box(string $layer): ?Bounds
    {
        foreach ($this->laid->drawing->groups as $group) {
            if ($group->layer === $layer) {
                return [] === $group->items ? null : $group->bounds();
            }
        }

        return null;
    }
}

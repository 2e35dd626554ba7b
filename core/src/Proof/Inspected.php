<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Drawing\Bounds;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\TextItem;
use Morphea\Core\Drawing\Within;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\Template;

/** One side of one piece as checks see it: the template, how it is laid out, and, for those that ask, its pixels. */
final class Inspected
{
    /** @var array<string, float>|null */
    private ?array $contrasts = null;

    /** @param (\Closure(Drawing): Raster)|null $draw asked only if a check wants to see pixels */
    public function __construct(
        public readonly Template $template,
        public readonly LaidOut $laid,
        public readonly int $side = 0,
        private readonly ?\Closure $draw = null,
    ) {
    }

    /** A drawing of some of its layers as pixels; null where nobody can draw it. */
    public function raster(Drawing $drawing): ?Raster
    {
        return null === $this->draw ? null : ($this->draw)($drawing);
    }

    /** @return array<string, float> of texts with the pixels under them, by layer, where those are of no single colour */
    public function contrasts(): array
    {
        return $this->contrasts ??= UnderCheck::contrasts($this);
    }

    /** @return list<string> the lines of a text as they are set, from the top; of one on an arc, none */
    public function lines(string $layer): array
    {
        $lines = [];
        foreach ($this->laid->drawing->groups as $group) {
            foreach ($group->layer === $layer ? Within::letters([$group]) : [] as $item) {
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

    /** What a layer covers on the side as it is laid out; null for one that shows nothing. */
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

<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Drawing\Bounds;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\Template;

/** One side of one piece as checks see it: the template, how it is laid out, and, for those that ask, its pixels. */
final class Inspected
{
    private ?Raster $raster = null;

    /** @param (\Closure(): Raster)|null $draw asked at the most once, and only if a check wants to see pixels */
    public function __construct(
        public readonly Template $template,
        public readonly LaidOut $laid,
        public readonly int $side = 0,
        private readonly ?\Closure $draw = null,
    ) {
    }

    /** Null where nobody can draw it. */
    public function raster(): ?Raster
    {
        return $this->raster ??= null === $this->draw ? null : ($this->draw)();
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

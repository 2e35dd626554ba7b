<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\Core\Rendering\Drawing\Bounds;

/** Adds a print sheet with pages of pieces to the open PDF. */
final readonly class AddSheet
{
    /**
     * @param SentDrawing         $paper what is printed on the paper itself: its size, and its marks over all pieces
     * @param list<PlacedPage> $pages
     * @param list<PlacedPage> $dies  lines that a die cuts along
     * @param SpotInk          $die   their colour; its name is that of their layer, too, if `$isLayer`
     * @param Bounds       $trim  points from the top left: round all pieces, as cut
     * @param Bounds       $bleed points: round all that is printed of them
     */
    public function __construct(
        public SentDrawing $paper,
        public array $pages,
        public array $dies,
        public SpotInk $die,
        public bool $isLayer,
        public Bounds $trim,
        public Bounds $bleed,
        public string $bookmark,
    ) {
    }

    /** @return list<SentDrawing> all drawings on it */
    public function drawings(): array
    {
        return [
            $this->paper,
            ...array_map(static fn (PlacedPage $placed): SentDrawing => $placed->page, [...$this->pages, ...$this->dies]),
        ];
    }
}

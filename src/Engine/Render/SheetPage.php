<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Request\AddSheet;
use Morphea\App\Engine\Render\Request\PlacedPage;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\Core\Output\PrintSheets\Place;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;

/**
 * A side of a print sheet for a PDF: the paper with its marks, and pages of pieces at their places.
 *
 * @phpstan-type Laid array{page: Drawing, place: Place, same?: string}
 */
final readonly class SheetPage
{
    private const POINTS = 72 / 25.4;

    /**
     * @param Drawing    $paper  its marks
     * @param list<Laid> $pages
     * @param list<Laid> $dies   lines that a die cuts along, in a colour and, if `$isLayer`, on a layer called as it is
     * @param Bounds     $trim   millimetres: round all pieces, as cut; `$bleed` with what is printed beyond
     */
    public function __construct(
        private Drawing $paper,
        private array $pages,
        private Bounds $trim,
        private Bounds $bleed,
        private array $dies = [],
        private SpotInk $die = new SpotInk('die line', '#000000'),
        private bool $isLayer = false,
    ) {
    }

    /** @return list<Drawing> */
    public function drawings(): array
    {
        return [$this->paper, ...array_column($this->pages, 'page'), ...array_column($this->dies, 'page')];
    }

    /** @param list<SentDrawing> $sent the drawings on their way, in the same order */
    public function asked(array $sent, string $bookmark): AddSheet
    {
        $count = \count($this->pages);

        return new AddSheet(
            $sent[0],
            array_map(self::placed(...), \array_slice($sent, 1, $count), $this->pages),
            array_map(self::placed(...), \array_slice($sent, 1 + $count), $this->dies),
            $this->die,
            $this->isLayer,
            self::points($this->trim),
            self::points($this->bleed),
            $bookmark,
        );
    }

    /** @param Laid $laid */
    private static function placed(SentDrawing $sent, array $laid): PlacedPage
    {
        $cut = self::points($laid['place']->cut);

        return new PlacedPage(
            $sent,
            ($cut->left + $cut->right) / 2,
            ($cut->top + $cut->bottom) / 2,
            $laid['place']->turn,
            self::points($laid['place']->printed()),
            $laid['same'] ?? '',
        );
    }

    private static function points(Bounds $box): Bounds
    {
        return new Bounds(
            $box->left * self::POINTS,
            $box->top * self::POINTS,
            $box->right * self::POINTS,
            $box->bottom * self::POINTS,
        );
    }
}

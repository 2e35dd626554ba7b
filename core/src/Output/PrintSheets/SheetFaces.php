<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** The sides of all sheets: what is on each front and behind it on the back. */
final readonly class SheetFaces
{
    /** @var list<Place> the places as the back has them, by place */
    private array $behind;

    /**
     * @param int   $pages of a piece
     * @param float $right millimetres by which the printer's back comes out too far to the right, seen from the front
     *                     through the paper, which is set off; and `$down`
     */
    public function __construct(
        private Arrangement $arrangement,
        private BothSides $both,
        private int $pages,
        float $right = 0.0,
        float $down = 0.0,
    ) {
        $paper = $arrangement->paper;
        $sideways = $both->isSideways($paper);
        $this->behind = array_map(
            // From behind, what is right from the front is left, or what is down is up.
            static fn (Place $place): Place => $both->isTurnedOver()
                ? $place->over($paper, $sideways)->moved($sideways ? $right : -$right, $sideways ? -$down : $down)
                : $place,
            $arrangement->places,
        );
    }

    /** The number of pages for each sheet. */
    public function each(): int
    {
        return BothSides::None === $this->both || $this->pages < 2 ? 1 : 2;
    }

    /**
     * All pages in printing order.
     *
     * @return \Generator<Face>
     */
    public function all(Imposition $imposition): \Generator
    {
        foreach ($imposition->sheets as $sheet => $pieces) {
            yield $this->front($sheet, $pieces);
            if (2 === $this->each() && BothSides::Apart !== $this->both) {
                yield $this->back($sheet, $pieces);
            }
        }
        if (2 === $this->each() && BothSides::Apart === $this->both) {
            foreach ($imposition->sheets as $sheet => $pieces) {
                yield $this->back($sheet, $pieces);
            }
        }
    }

    /** @param array<int, int> $pieces by place */
    public function front(int $sheet, array $pieces): Face
    {
        return new Face($sheet, false, $this->spots($pieces, false));
    }

    /** @param array<int, int> $pieces by place */
    public function back(int $sheet, array $pieces): Face
    {
        return new Face($sheet, true, $this->spots($pieces, true));
    }

    /**
     * @param array<int, int> $pieces
     *
     * @return list<Spot>
     */
    private function spots(array $pieces, bool $back): array
    {
        $spots = [];
        foreach ($pieces as $at => $piece) {
            $place = $this->arrangement->places[$at];
            $behind = $this->behind[$at];
            // One form has the backs of half of its pieces beside the fronts of the others, and prints them in the same way twice.
            $other = $this->both->isOneForm() && $this->isSecondHalf($place);
            $spots[] = new Spot(
                $piece,
                $back === $other ? 0 : 1,
                match (true) {
                    !$other => $back ? $behind : $place,
                    $back => $behind->facing($place->turn),
                    default => $place->facing($behind->turn),
                },
            );
        }

        return $spots;
    }

    private function isSecondHalf(Place $place): bool
    {
        $paper = $this->arrangement->paper;

        return $this->both->isSideways($paper)
            ? $place->cut->left + $place->cut->right > $paper->width + Paper::SAME
            : $place->cut->top + $place->cut->bottom > $paper->height + Paper::SAME;
    }
}

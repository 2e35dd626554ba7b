<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\Paint;

/**
 * The marks of one side, in millimetres: none inside a piece or its bleed, and none in the printer's margin.
 *
 * @phpstan-type Line array{float, float, float, float}
 */
final readonly class MarkLines
{
    private const CLEAR = 1.0;
    private const LENGTH = 5.0;
    /** What is left of a mark that is still worth printing. */
    private const LEAST = 1.5;
    private const WIDTH = 0.1;
    private const COLOUR = '#000000';
    private const FOLD = [1.0, 0.7];
    private const TORN = [0.35, 0.5];
    private const TARGET = 1.5;
    private const CROSS = 2.5;

    private Bounds $printable;

    /** @param non-empty-list<Place> $places as this face has them */
    public function __construct(private array $places, private PieceSize $piece, private SheetSettings $said, private bool $isBack)
    {
        $this->printable = Bounds::of(0, 0, $said->paper->width, $said->paper->height)->grown(-$said->margin);
    }

    /** @return list<Item> in the dots of SheetDrawing */
    public function items(): array
    {
        $items = [];
        $trim = $this->said->marks(SheetMark::Trim) ? $this->trim() : [];
        array_push($items, ...self::lines($trim));
        if ($this->said->marks(SheetMark::Cut)) {
            array_push($items, ...self::lines($this->cuts()));
        }
        if ($this->said->marks(SheetMark::Fold)) {
            array_push($items, ...$this->creases());
        }
        if ($this->said->marks(SheetMark::Registration)) {
            array_push($items, ...$this->registration($trim));
        }
        if ($this->said->marks(SheetMark::Centre)) {
            array_push($items, ...self::lines($this->centre()));
        }

        return $items;
    }

    /** @return list<Line> beyond the corners of every piece, where no other lies */
    private function trim(): array
    {
        $lines = [];
        foreach ($this->places as $place) {
            $cut = $place->cut;
            foreach ([$cut->left, $cut->right] as $x) {
                $lines[] = $this->outside($x, $cut->top, 0, -1);
                $lines[] = $this->outside($x, $cut->bottom, 0, 1);
            }
            foreach ([$cut->top, $cut->bottom] as $y) {
                $lines[] = $this->outside($cut->left, $y, -1, 0);
                $lines[] = $this->outside($cut->right, $y, 1, 0);
            }
        }

        return self::once($lines);
    }

    /** @return list<Line> along every edge; one where two pieces share it */
    private function cuts(): array
    {
        $lines = [];
        foreach ($this->places as $place) {
            $cut = $place->cut;
            $lines[] = [$cut->left, $cut->top, $cut->right, $cut->top];
            $lines[] = [$cut->left, $cut->bottom, $cut->right, $cut->bottom];
            $lines[] = [$cut->left, $cut->top, $cut->left, $cut->bottom];
            $lines[] = [$cut->right, $cut->top, $cut->right, $cut->bottom];
        }

        return self::once($lines);
    }

    /** @return list<Item> at both ends of every fold and perforation */
    private function creases(): array
    {
        $items = [];
        foreach ([false, true] as $torn) {
            $lines = [];
            foreach ($this->places as $place) {
                foreach ($this->piece->creases as $crease) {
                    if ($torn === $crease->isTorn) {
                        [$x1, $y1, $x2, $y2] = Creased::line($crease, $place, $this->piece, $this->isBack);
                        $level = abs($y2 - $y1) < Paper::SAME;
                        $lines[] = $level ? $this->outside(min($x1, $x2), $y1, -1, 0) : $this->outside($x1, min($y1, $y2), 0, -1);
                        $lines[] = $level ? $this->outside(max($x1, $x2), $y1, 1, 0) : $this->outside($x1, max($y1, $y2), 0, 1);
                    }
                }
            }
            array_push($items, ...self::lines(self::once($lines), $torn ? self::TORN : self::FOLD));
        }

        return $items;
    }

    /**
     * @param list<Line> $others
     *
     * @return list<Item> a target at the middle of each edge, or as near as no other mark stands
     */
    private function registration(array $others): array
    {
        $round = Bounds::round(array_map(static fn (Place $place): Bounds => $place->printed(), $this->places)) ?? $this->printable;
        [$width, $height] = [$this->said->paper->width, $this->said->paper->height];
        $far = self::CLEAR + self::CROSS;
        $items = [];
        foreach ([
            [$width / 2, $round->top - $far, 1, 0],
            [$width / 2, $round->bottom + $far, 1, 0],
            [$round->left - $far, $height / 2, 0, 1],
            [$round->right + $far, $height / 2, 0, 1],
        ] as [$x, $y, $right, $down]) {
            foreach ([0, 6, -6, 12, -12, 18, -18] as $by) {
                $box = Bounds::of($x + $by * $right, $y + $by * $down, 0, 0)->grown(self::CROSS);
                if ($this->printable->holds($box) && !self::crosses($box, $others)) {
                    array_push($items, ...self::target($x + $by * $right, $y + $by * $down));
                    break;
                }
            }
        }

        return $items;
    }

    /** @return list<Item> */
    private static function target(float $x, float $y): array
    {
        return [
            new EllipseItem(
                $x * SheetDrawing::DOTS,
                $y * SheetDrawing::DOTS,
                self::TARGET * SheetDrawing::DOTS,
                self::TARGET * SheetDrawing::DOTS,
                new Paint(null, self::COLOUR, self::WIDTH * SheetDrawing::DOTS),
            ),
            ...self::lines([[$x - self::CROSS, $y, $x + self::CROSS, $y], [$x, $y - self::CROSS, $x, $y + self::CROSS]]),
        ];
    }

    /** @return list<Line> in the middle of each edge of the paper */
    private function centre(): array
    {
        $on = $this->printable;
        [$x, $y] = [$this->said->paper->width / 2, $this->said->paper->height / 2];

        return array_values(array_filter([
            $this->clear([$x, $on->top, $x, $on->top + 4]),
            $this->clear([$x, $on->bottom - 4, $x, $on->bottom]),
            $this->clear([$on->left, $y, $on->left + 4, $y]),
            $this->clear([$on->right - 4, $y, $on->right, $y]),
        ]));
    }

    /**
     * A mark that points away from a place at one of its edges.
     *
     * @return Line|null null where there is no room for it
     */
    private function outside(float $x, float $y, int $right, int $down): ?array
    {
        $near = $this->piece->bleed + self::CLEAR;
        $far = $near + self::LENGTH;
        $on = $this->printable;
        $edge = match (true) {
            $right < 0 => $x - $on->left,
            $right > 0 => $on->right - $x,
            $down < 0 => $y - $on->top,
            default => $on->bottom - $y,
        };
        $far = min($far, $edge);
        if ($far - $near < self::LEAST) {
            return null;
        }

        return $this->clear([$x + $right * $near, $y + $down * $near, $x + $right * $far, $y + $down * $far]);
    }

    /**
     * @param Line $line
     *
     * @return Line|null null where a piece or its bleed lies
     */
    private function clear(array $line): ?array
    {
        $box = new Bounds(
            min($line[0], $line[2]) - Paper::SAME,
            min($line[1], $line[3]) - Paper::SAME,
            max($line[0], $line[2]) + Paper::SAME,
            max($line[1], $line[3]) + Paper::SAME,
        );
        foreach ($this->places as $place) {
            if ($place->printed()->meets($box)) {
                return null;
            }
        }

        return $line;
    }

    /** @param list<Line> $lines */
    private static function crosses(Bounds $box, array $lines): bool
    {
        foreach ($lines as [$x1, $y1, $x2, $y2]) {
            if ($box->meets((new Bounds($x1, $y1, $x2, $y2))->grown(0.3)) || $box->meets((new Bounds($x2, $y2, $x1, $y1))->grown(0.3))) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Line|null> $lines
     *
     * @return list<Line> without those that are there already
     */
    private static function once(array $lines): array
    {
        $once = [];
        foreach (array_filter($lines) as $line) {
            $once[implode(' ', array_map(static fn (float $at): int => (int) round($at / Paper::SAME / 2), $line))] ??= $line;
        }

        return array_values($once);
    }

    /**
     * @param list<Line>  $lines
     * @param list<float> $dashes
     *
     * @return list<LineItem>
     */
    private static function lines(array $lines, array $dashes = []): array
    {
        $dots = static fn (float $millimetres): float => $millimetres * SheetDrawing::DOTS;
        $paint = new Paint(null, self::COLOUR, $dots(self::WIDTH), array_map($dots, $dashes));

        return array_map(static fn (array $line): LineItem => new LineItem(...[...array_map($dots, $line), $paint]), $lines);
    }
}

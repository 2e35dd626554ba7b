<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

use Morphea\Core\Message;

/**
 * Where a flat piece lies in the picture of a product: a grid of points in pixels, row by row, in which four neighbours
 * enclose a part of the surface. Four points make a plane in perspective; more follow a curve.
 */
final readonly class Mesh
{
    public const MOST = 13;

    /** @param list<list<array{float, float}>> $points rows of points; all as long */
    private function __construct(public array $points)
    {
    }

    /**
     * @param list<list<array{float, float}>> $points
     *
     * @throws MockupException
     */
    public static function of(array $points): self
    {
        $across = \count($points[0] ?? []);
        if (\count($points) < 2 || $across < 2 || \count($points) > self::MOST || $across > self::MOST) {
            throw new MockupException(new Message('mockups.wrong.size', ['most' => self::MOST]));
        }
        foreach ($points as $row) {
            if (\count($row) !== $across) {
                throw new MockupException(new Message('mockups.wrong.uneven'));
            }
            foreach ($row as [$x, $y]) {
                if (!is_finite($x) || !is_finite($y) || abs($x) > 100_000 || abs($y) > 100_000) {
                    throw new MockupException(new Message('mockups.wrong.point'));
                }
            }
        }
        $mesh = new self($points);
        foreach ($mesh->quads() as [, $corners]) {
            if (!self::isConvex($corners)) {
                throw new MockupException(new Message('mockups.wrong.folded'));
            }
        }

        return $mesh;
    }

    /**
     * @param array{float, float} $topLeft
     * @param array{float, float} $topRight
     * @param array{float, float} $bottomRight
     * @param array{float, float} $bottomLeft
     */
    public static function corners(array $topLeft, array $topRight, array $bottomRight, array $bottomLeft): self
    {
        return self::of([[$topLeft, $topRight], [$bottomLeft, $bottomRight]]);
    }

    /**
     * The visible part of an upright cylinder: the piece narrows towards its sides and its edges curve.
     *
     * @param float $turn degrees to either side that are covered, below 90
     * @param float $sag  pixels by which the middle of its edges lies lower than their ends
     */
    public static function cylinder(float $left, float $top, float $width, float $height, float $turn, float $sag): self
    {
        $columns = self::MOST;
        $rows = [];
        foreach ([0, 1] as $v) {
            $row = [];
            for ($i = 0; $i < $columns; ++$i) {
                $angle = deg2rad($turn) * (2 * $i / ($columns - 1) - 1);
                $x = $left + $width * (0.5 + sin($angle) / (2 * sin(deg2rad($turn))));
                $row[] = [$x, $top + $v * $height + $sag * (cos($angle) - cos(deg2rad($turn))) / (1 - cos(deg2rad($turn)))];
            }
            $rows[] = $row;
        }

        return self::of($rows);
    }

    /** @return non-empty-list<Cell> */
    public function cells(): array
    {
        $cells = [];
        foreach ($this->quads() as [$part, $corners]) {
            $xs = array_column($corners, 0);
            $ys = array_column($corners, 1);
            $left = (int) floor(min($xs)) - 1;
            $top = (int) floor(min($ys)) - 1;
            $cells[] = new Cell(
                self::homography($corners, $part),
                [$left, $top, (int) ceil(max($xs)) + 1 - $left, (int) ceil(max($ys)) + 1 - $top],
                $part,
            );
        }

        return [] === $cells ? throw new \LogicException('A mesh has a part.') : $cells;
    }

    /** The aspect ratio of the surface, estimated from its centre lines. */
    public function ratio(): float
    {
        $rows = \count($this->points);
        $across = $down = 0.0;
        foreach ($this->points as $row) {
            for ($i = 1; $i < \count($row); ++$i) {
                $across += hypot($row[$i][0] - $row[$i - 1][0], $row[$i][1] - $row[$i - 1][1]);
            }
        }
        $columns = \count($this->points[0]);
        for ($j = 1; $j < $rows; ++$j) {
            for ($i = 0; $i < $columns; ++$i) {
                [$point, $over] = [$this->points[$j][$i], $this->points[$j - 1][$i]];
                $down += hypot($point[0] - $over[0], $point[1] - $over[1]);
            }
        }

        return ($across / $rows) / max(0.001, $down / $columns);
    }

    /** How many pixels of the picture the longer side of the surface spans. */
    public function length(): float
    {
        $longest = 0.0;
        foreach ($this->points as $j => $row) {
            $last = end($row) ?: $row[0];
            $longest = max($longest, hypot($last[0] - $row[0][0], $last[1] - $row[0][1]));
            if ($j > 0) {
                foreach ($row as $i => $point) {
                    $longest = max($longest, hypot($point[0] - $this->points[0][$i][0], $point[1] - $this->points[0][$i][1]));
                }
            }
        }

        return $longest;
    }

    /**
     * @return \Generator<int, array{array{float, float, float, float}, non-empty-list<array{float, float}>}> part, and its
     *   corners from the top left on
     */
    private function quads(): \Generator
    {
        $rows = \count($this->points) - 1;
        $columns = \count($this->points[0]) - 1;
        for ($j = 0; $j < $rows; ++$j) {
            for ($i = 0; $i < $columns; ++$i) {
                yield [
                    [$i / $columns, $j / $rows, ($i + 1) / $columns, ($j + 1) / $rows],
                    [
                        $this->points[$j][$i],
                        $this->points[$j][$i + 1],
                        $this->points[$j + 1][$i + 1],
                        $this->points[$j + 1][$i],
                    ],
                ];
            }
        }
    }

    /** @param list<array{float, float}> $corners */
    private static function isConvex(array $corners): bool
    {
        for ($i = 0; $i < 4; ++$i) {
            [$a, $b, $c] = [$corners[$i], $corners[($i + 1) % 4], $corners[($i + 2) % 4]];
            if (($b[0] - $a[0]) * ($c[1] - $b[1]) - ($b[1] - $a[1]) * ($c[0] - $b[0]) <= 0.0) {
                return false;
            }
        }

        return true;
    }

    /**
     * Maps the picture to the surface: the eight coefficients of a projective map from its four corners, by Gaussian
     * elimination (P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, 2.2.3).
     *
     * @param list<array{float, float}>         $corners
     * @param array{float, float, float, float} $part
     *
     * @return list<float>
     */
    private static function homography(array $corners, array $part): array
    {
        [$u0, $v0, $u1, $v1] = $part;
        $to = [[$u0, $v0], [$u1, $v0], [$u1, $v1], [$u0, $v1]];
        $lines = [];
        foreach ($corners as $i => [$x, $y]) {
            [$u, $v] = $to[$i];
            $lines[] = [$x, $y, 1.0, 0.0, 0.0, 0.0, -$u * $x, -$u * $y, $u];
            $lines[] = [0.0, 0.0, 0.0, $x, $y, 1.0, -$v * $x, -$v * $y, $v];
        }
        for ($i = 0; $i < 8; ++$i) {
            $pivot = $i;
            for ($j = $i + 1; $j < 8; ++$j) {
                $pivot = abs($lines[$j][$i]) > abs($lines[$pivot][$i]) ? $j : $pivot;
            }
            [$lines[$i], $lines[$pivot]] = [$lines[$pivot], $lines[$i]];
            if (abs($lines[$i][$i]) < 1e-12) {
                throw new MockupException(new Message('mockups.wrong.line'));
            }
            for ($j = 0; $j < 8; ++$j) {
                if ($j !== $i) {
                    $times = $lines[$j][$i] / $lines[$i][$i];
                    for ($k = $i; $k < 9; ++$k) {
                        $lines[$j][$k] -= $times * $lines[$i][$k];
                    }
                }
            }
        }
        $matrix = [];
        for ($i = 0; $i < 8; ++$i) {
            $matrix[] = $lines[$i][8] / $lines[$i][$i];
        }
        $matrix[] = 1.0;

        return $matrix;
    }
}

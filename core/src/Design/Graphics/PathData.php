<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Graphics;

use Morphea\Core\Message;

/**
 * An outline parsed from SVG path data (SVG 1.1, 8.3), with every command turned into absolute moves, lines, cubic
 * curves and closings. Arcs follow the implementation notes of SVG 1.1, F.6, split into pieces of at most a quarter
 * turn.
 */
final readonly class PathData
{
    public const MOST_LETTERS = 50_000;
    private const COUNTS = ['M' => 2, 'L' => 2, 'H' => 1, 'V' => 1, 'C' => 6, 'S' => 4, 'Q' => 4, 'T' => 2, 'A' => 7, 'Z' => 0];
    private const CURVES = ['C' => 'cubic', 'S' => 'cubic', 'Q' => 'quadratic', 'T' => 'quadratic'];

    /** @param non-empty-list<array{string, list<float>}> $steps M, L, C or Z, each with its points in turn */
    private function __construct(public array $steps)
    {
    }

    /** @throws PathException when it is no path data, or draws nothing */
    public static function parse(string $data): self
    {
        if (\strlen($data) > self::MOST_LETTERS) {
            throw new PathException(new Message('design.wrong.path_long', ['most' => self::MOST_LETTERS]));
        }
        $steps = [];
        $x = $y = $startX = $startY = 0.0;
        // The control point that S and T mirror, and the kind of its curve: S mirrors only a cubic one's, T only a quadratic one's.
        $control = $of = null;
        foreach (self::commands($data) as [$letter, $numbers]) {
            $big = strtoupper($letter);
            [$baseX, $baseY] = $letter === $big ? [0.0, 0.0] : [$x, $y];
            $points = self::absolute($big, $numbers, $baseX, $baseY);
            $kind = self::CURVES[$big] ?? null;
            $mirror = null !== $control && $of === $kind ? [2 * $x - $control[0], 2 * $y - $control[1]] : [$x, $y];
            $control = null;
            $of = $kind;
            switch ($big) {
                case 'M':
                case 'L':
                    $steps[] = [$big, $points];
                    break;
                case 'H':
                    $steps[] = ['L', [$points[0], $y]];
                    break;
                case 'V':
                    $steps[] = ['L', [$x, $baseY + $numbers[0]]];
                    break;
                case 'C':
                    $steps[] = ['C', $points];
                    $control = [$points[2], $points[3]];
                    break;
                case 'S':
                    $steps[] = ['C', [...$mirror, ...$points]];
                    $control = [$points[0], $points[1]];
                    break;
                case 'Q':
                case 'T':
                    $control = 'Q' === $big ? [$points[0], $points[1]] : $mirror;
                    [$toX, $toY] = \array_slice($points, -2);
                    $steps[] = [
                        'C',
                        [
                            $x + (2 / 3) * ($control[0] - $x),
                            $y + (2 / 3) * ($control[1] - $y),
                            $toX + (2 / 3) * ($control[0] - $toX),
                            $toY + (2 / 3) * ($control[1] - $toY),
                            $toX,
                            $toY,
                        ],
                    ];
                    break;
                case 'A':
                    array_push($steps, ...self::arc($x, $y, $points));
                    break;
                case 'Z':
                    $steps[] = ['Z', []];
                    [$x, $y] = [$startX, $startY];
                    continue 2;
            }
            [$x, $y] = \array_slice(end($steps)[1] ?? [0.0, 0.0], -2);
            if ('M' === $big) {
                [$startX, $startY] = [$x, $y];
            }
        }
        if (
            [] === $steps ||
            [] === array_filter($steps, static fn (array $step): bool => \in_array($step[0], ['L', 'C'], true))
        ) {
            throw new PathException(new Message('design.wrong.path_empty'));
        }

        return new self($steps);
    }

    /** The same outline stretched to fill a box. */
    public function fitted(float $x, float $y, float $width, float $height): self
    {
        [$left, $top, $right, $bottom] = $this->bounds();
        $scaleX = $right > $left ? $width / ($right - $left) : 1.0;
        $scaleY = $bottom > $top ? $height / ($bottom - $top) : 1.0;
        $steps = [];
        foreach ($this->steps as [$letter, $points]) {
            foreach ($points as $i => $value) {
                $points[$i] = 0 === $i % 2 ? $x + ($value - $left) * $scaleX : $y + ($value - $top) * $scaleY;
            }
            $steps[] = [$letter, $points];
        }

        return new self($steps);
    }

    /** @return array{float, float, float, float} left, top, right, bottom; of curves within a thousandth of their size */
    public function bounds(): array
    {
        $xs = $ys = [];
        $x = $y = 0.0;
        foreach ($this->steps as [$letter, $p]) {
            for ($t = 0.03125; 'C' === $letter && $t < 1; $t += 0.03125) {
                $u = 1 - $t;
                $xs[] = $u ** 3 * $x + 3 * $u ** 2 * $t * $p[0] + 3 * $u * $t ** 2 * $p[2] + $t ** 3 * $p[4];
                $ys[] = $u ** 3 * $y + 3 * $u ** 2 * $t * $p[1] + 3 * $u * $t ** 2 * $p[3] + $t ** 3 * $p[5];
            }
            if ([] !== $p) {
                [$x, $y] = \array_slice($p, -2);
                [$xs[], $ys[]] = [$x, $y];
            }
        }
        \assert([] !== $xs && [] !== $ys);

        return [min($xs), min($ys), max($xs), max($ys)];
    }

    /** @return list<array{string, list<float>}> commands with as many numbers as each takes; further pairs of a move come as lines */
    private static function commands(string $data): array
    {
        $number = '[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?';
        if (1 !== preg_match('/^\s*[Mm]/', $data) || 1 === preg_match('/[^MmLlHhVvCcSsQqTtAaZz\d\s,.eE+-]/', $data)) {
            throw new PathException(new Message('design.wrong.path', ['example' => 'M 0 0 L 10 0 L 5 8 Z']));
        }
        preg_match_all('/([MmLlHhVvCcSsQqTtAaZz])([^MmLlHhVvCcSsQqTtAaZz]*)/', $data, $found, \PREG_SET_ORDER);
        $commands = [];
        foreach ($found as [, $letter, $rest]) {
            // The two flags of an arc may stand without a space between them and what follows.
            $form =
                'A' === strtoupper($letter)
                    ? "/($number)[\s,]*($number)[\s,]*($number)[\s,]*([01])[\s,]*([01])[\s,]*($number)[\s,]*($number)/"
                    : "/($number)/";
            preg_match_all($form, $rest, $m, \PREG_SET_ORDER);
            $numbers = array_map(
                floatval(...),
                array_merge(...array_map(static fn (array $one): array => \array_slice($one, 1), $m)),
            );
            $count = self::COUNTS[strtoupper($letter)];
            if (0 === $count ? [] !== $numbers : [] === $numbers || 0 !== \count($numbers) % $count) {
                throw new PathException(new Message('design.wrong.path_command', [
                    'command' => $letter,
                    'count' => \count($numbers),
                    'takes' => $count,
                ]));
            }
            foreach (0 === $count ? [[]] : array_chunk($numbers, $count) as $i => $chunk) {
                $commands[] = [$i > 0 && 'M' === strtoupper($letter) ? ('M' === $letter ? 'L' : 'l') : $letter, $chunk];
            }
        }

        return $commands;
    }

    /**
     * @param list<float> $numbers
     *
     * @return list<float>
     */
    private static function absolute(string $letter, array $numbers, float $x, float $y): array
    {
        foreach ($numbers as $i => $value) {
            $numbers[$i] = match (true) {
                'A' === $letter => $value + (5 === $i ? $x : (6 === $i ? $y : 0.0)),
                0 === $i % 2 => $value + $x,
                default => $value + $y,
            };
        }

        return $numbers;
    }

    /**
     * @param list<float> $p radii, turn of the axis in degrees, large arc, sweep, end
     *
     * @return non-empty-list<array{string, list<float>}>
     */
    private static function arc(float $x, float $y, array $p): array
    {
        [$rx, $ry, $turn, $large, $sweep, $toX, $toY] = [
            abs($p[0]),
            abs($p[1]),
            deg2rad($p[2]),
            $p[3] > 0,
            $p[4] > 0,
            $p[5],
            $p[6],
        ];
        if (0.0 === $rx || 0.0 === $ry || ($x === $toX && $y === $toY)) {
            return [['L', [$toX, $toY]]];
        }
        [$cos, $sin] = [cos($turn), sin($turn)];
        $dx = ($cos * ($x - $toX)) / 2 + ($sin * ($y - $toY)) / 2;
        $dy = (-$sin * ($x - $toX)) / 2 + ($cos * ($y - $toY)) / 2;
        $grow = sqrt(max(1.0, $dx ** 2 / $rx ** 2 + $dy ** 2 / $ry ** 2));
        [$rx, $ry] = [$rx * $grow, $ry * $grow];
        $root =
            sqrt(
                max(
                    0.0,
                    ($rx ** 2 * $ry ** 2 - $rx ** 2 * $dy ** 2 - $ry ** 2 * $dx ** 2) /
                        ($rx ** 2 * $dy ** 2 + $ry ** 2 * $dx ** 2),
                ),
            ) * ($large === $sweep ? -1 : 1);
        [$cx, $cy] = [($root * $rx * $dy) / $ry, (-$root * $ry * $dx) / $rx];
        $from = atan2(($dy - $cy) / $ry, ($dx - $cx) / $rx);
        $span = atan2((-$dy - $cy) / $ry, (-$dx - $cx) / $rx) - $from;
        $span += $sweep && $span < 0 ? 2 * \M_PI : (!$sweep && $span > 0 ? -2 * \M_PI : 0.0);
        $middleX = $cos * $cx - $sin * $cy + ($x + $toX) / 2;
        $middleY = $sin * $cx + $cos * $cy + ($y + $toY) / 2;
        $count = max(1, (int) ceil(abs($span) / (\M_PI / 2) - 1e-9));
        $handle = (4 / 3) * tan($span / $count / 4);
        $at = static fn (float $ux, float $uy): array => [
            $middleX + $cos * $rx * $ux - $sin * $ry * $uy,
            $middleY + $sin * $rx * $ux + $cos * $ry * $uy,
        ];
        $steps = [];
        for ($i = 0; $i < $count; ++$i) {
            [$a, $b] = [$from + ($span * $i) / $count, $from + ($span * ($i + 1)) / $count];
            $steps[] = [
                'C',
                [
                    ...$at(cos($a) - $handle * sin($a), sin($a) + $handle * cos($a)),
                    ...$at(cos($b) + $handle * sin($b), sin($b) - $handle * cos($b)),
                    ...$at(cos($b), sin($b)),
                ],
            ];
        }

        return $steps;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/**
 * Transforms of SVG 1.1, 7.6, as matrices (a, b, c, d, e, f).
 *
 * @phpstan-type Matrix array{float, float, float, float, float, float}
 */
final readonly class SvgTransform
{
    private const UNITS = [
        '' => 1.0,
        'px' => 1.0,
        'pt' => 96 / 72,
        'mm' => 96 / 25.4,
        'cm' => 96 / 2.54,
        'in' => 96.0,
        'pc' => 16.0,
    ];

    /** @return Matrix|null null when it cannot be read */
    public static function parse(string $transform): ?array
    {
        $matrix = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0];
        preg_match_all('/(\w+)\s*\(([^)]*)\)/', $transform, $found, \PREG_SET_ORDER);
        foreach ($found as [, $name, $inside]) {
            $n = array_map(floatval(...), preg_split('/[\s,]+/', trim($inside)) ?: []);
            $next = match ($name) {
                'matrix' => 6 === \count($n) ? $n : null,
                'translate' => [1.0, 0.0, 0.0, 1.0, $n[0], $n[1] ?? 0.0],
                'scale' => [$n[0], 0.0, 0.0, $n[1] ?? $n[0], 0.0, 0.0],
                'rotate' => self::rotate(deg2rad($n[0]), $n[1] ?? 0.0, $n[2] ?? 0.0),
                'skewX' => [1.0, 0.0, tan(deg2rad($n[0])), 1.0, 0.0, 0.0],
                'skewY' => [1.0, tan(deg2rad($n[0])), 0.0, 1.0, 0.0, 0.0],
                default => null,
            };
            $matrix = self::times($matrix, $next);
            if (null === $matrix) {
                return null;
            }
        }

        return $matrix;
    }

    /**
     * @param Matrix|null $a
     * @param Matrix|null $b is done first
     *
     * @return Matrix|null
     */
    public static function times(?array $a, ?array $b): ?array
    {
        return null === $a || null === $b
            ? null
            : [
                $a[0] * $b[0] + $a[2] * $b[1],
                $a[1] * $b[0] + $a[3] * $b[1],
                $a[0] * $b[2] + $a[2] * $b[3],
                $a[1] * $b[2] + $a[3] * $b[3],
                $a[0] * $b[4] + $a[2] * $b[5] + $a[4],
                $a[1] * $b[4] + $a[3] * $b[5] + $a[5],
            ];
    }

    /**
     * @param Matrix $m
     *
     * @return array{float, float}
     */
    public static function point(array $m, float $x, float $y): array
    {
        return [$m[0] * $x + $m[2] * $y + $m[4], $m[1] * $x + $m[3] * $y + $m[5]];
    }

    /**
     * @param Matrix $m
     *
     * @return array{float, float}|null scale and turn in degrees; null when shapes are bent by it or mirrored
     */
    public static function similarity(array $m): ?array
    {
        $scale = hypot($m[0], $m[1]);

        return $scale > 0 && abs($m[0] - $m[3]) < 0.001 * $scale && abs($m[1] + $m[2]) < 0.001 * $scale
            ? [$scale, rad2deg(atan2($m[1], $m[0]))]
            : null;
    }

    /** @param float $em what 1em is */
    public static function length(string $value, float $em): float
    {
        if (1 !== preg_match('/^\s*(-?[\d.]+(?:e[+-]?\d+)?)\s*(px|pt|mm|cm|in|pc|em|%)?\s*$/i', $value, $m)) {
            return 'normal' === trim($value) ? 0.0 : $em;
        }

        return (float) $m[1] *
            match (($unit = strtolower($m[2] ?? ''))) {
                'em' => $em,
                '%' => $em / 100,
                default => self::UNITS[$unit],
            };
    }

    /** @return Matrix */
    private static function rotate(float $turn, float $x, float $y): array
    {
        [$cos, $sin] = [cos($turn), sin($turn)];

        return [$cos, $sin, -$sin, $cos, $x - $cos * $x + $sin * $y, $y - $sin * $x - $cos * $y];
    }
}

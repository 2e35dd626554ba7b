<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

/** A layer, as in the file format, with all its lengths made larger or smaller by the same factor. */
final readonly class ScaledLayer
{
    private const LENGTHS = [
        'frame.x',
        'frame.y',
        'frame.width',
        'frame.height',
        'strokeWidth',
        'radius',
        'style.size',
        'fit.leastSize',
        'shape.radius',
        'look.blur',
        'border.width',
        'shadow.dx',
        'shadow.dy',
        'shadow.blur',
        'effects.outline.width',
        'effects.shadow.dx',
        'effects.shadow.dy',
        'effects.shadow.blur',
        'effects.highlight.padding',
    ];

    /**
     * @param array<string, mixed> $layer
     *
     * @return array<string, mixed>
     */
    public static function by(array $layer, float $scale): array
    {
        foreach (self::LENGTHS as $path) {
            $layer = self::scaled($layer, explode('.', $path), $scale);
        }
        if (isset($layer['dashes'])) {
            $layer['dashes'] = array_map(static fn (float $length): float => $length * $scale, $layer['dashes']);
        }

        return $layer;
    }

    /**
     * @param array<string, mixed> $data
     * @param list<string>         $steps
     *
     * @return array<string, mixed>
     */
    private static function scaled(array $data, array $steps, float $scale): array
    {
        $step = array_shift($steps);
        $value = $data[$step] ?? null;
        if ([] === $steps && (\is_float($value) || \is_int($value))) {
            $data[$step] = $value * $scale;
        } elseif ([] !== $steps && \is_array($value)) {
            $data[$step] = self::scaled($value, $steps, $scale);
        }

        return $data;
    }
}

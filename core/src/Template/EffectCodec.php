<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** Colours, outlines and shadows in the file format: what several kinds of layers share. */
final readonly class EffectCodec
{
    public const COLOUR = '/^#[0-9A-Fa-f]{6}$/';

    public static function outline(JsonNode $node, string $key): ?Outline
    {
        if (!$node->has($key)) {
            return null;
        }
        $outline = $node->child($key);
        $outline->onlyKeys('colour', 'width');

        return new Outline($outline->text('colour', 7, self::COLOUR), $outline->number('width', 0, 2_000));
    }

    public static function shadow(JsonNode $node, string $key): ?Shadow
    {
        if (!$node->has($key)) {
            return null;
        }
        $shadow = $node->child($key);
        $shadow->onlyKeys('colour', 'dx', 'dy', 'blur', 'opacity');

        return new Shadow(
            $shadow->text('colour', 7, self::COLOUR),
            $shadow->number('dx', -2_000, 2_000),
            $shadow->number('dy', -2_000, 2_000),
            $shadow->number('blur', 0, 500),
            $shadow->number('opacity', 0, 1),
        );
    }

    public static function gradient(JsonNode $node): Gradient
    {
        $node->onlyKeys('radial', 'angle', 'from', 'to');

        return new Gradient(
            $node->bool('radial'),
            $node->number('angle', -360, 360),
            $node->text('from', 7, self::COLOUR),
            $node->text('to', 7, self::COLOUR),
        );
    }
}

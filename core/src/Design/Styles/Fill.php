<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Properties\Nested;
use Morphea\Core\Design\Properties\Plain;
use Morphea\Core\Design\Properties\Units;

/** A colour, or a gradient. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Fill extends Plain implements Nested
{
    public function declared(): Declared
    {
        return Declared::of(Gradient::class);
    }

    public function read(JsonNode $node, string $name, string $locale): string|Gradient
    {
        if (!$node->isObject($name)) {
            return $node->text($name, 7, Colour::FORM);
        }
        $gradient = $this->declared()->readAt($node, $name, $locale);
        \assert($gradient instanceof Gradient);

        return $gradient;
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => $value instanceof Gradient ? $this->declared()->write($value) : $value];
    }

    public function shown(mixed $value, Units $measure): string
    {
        return \is_string($value) ? strtolower($value) : '';
    }

    public function typed(string $path, string $value, Units $measure): ?string
    {
        return 'none' === $value ? null : strtoupper($value);
    }
}

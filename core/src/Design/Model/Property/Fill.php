<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Property;

use Morphea\Core\Design\Model\Declared;
use Morphea\Core\Design\Model\Gradient;
use Morphea\Core\Design\Model\JsonNode;
use Morphea\Core\Design\Model\Units;

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

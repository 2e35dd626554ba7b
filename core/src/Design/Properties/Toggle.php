<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Yes or no. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Toggle extends Plain
{
    public function read(JsonNode $node, string $name, string $locale): bool
    {
        return $node->bool($name);
    }

    public function typed(string $path, string $value, Units $measure): bool
    {
        return '1' === $value;
    }

    public function shown(mixed $value, Units $measure): int
    {
        return $value ? 1 : 0;
    }
}

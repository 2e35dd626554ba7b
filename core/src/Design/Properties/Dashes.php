<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Lengths of dashes and gaps in turn, in dots. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Dashes extends Plain
{
    /** @return list<float> */
    public function read(JsonNode $node, string $name, string $locale): array
    {
        return $node->numbers($name, 8, 0.1, 5_000);
    }

    public function scaled(mixed $value, float $by): mixed
    {
        return array_map(static fn (float $length): float => $length * $by, (array) $value);
    }
}

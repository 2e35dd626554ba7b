<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A share of a whole, entered in per cent. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Percentage extends Plain
{
    public function __construct(string $says, private float $least = 0.0, private float $most = 1.0)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): float
    {
        return $node->number($name, $this->least, $this->most);
    }

    public function typed(string $path, string $value, Units $measure): float
    {
        return self::number($path, $value) / 100;
    }

    public function shown(mixed $value, Units $measure): float
    {
        return round(100 * (float) $value, 1);
    }
}

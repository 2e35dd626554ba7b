<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A number without a unit, or in degrees. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Number extends Plain
{
    public function __construct(string $says, private float $least, private float $most)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): float
    {
        return $node->number($name, $this->least, $this->most);
    }

    public function typed(string $path, string $value, Units $measure): float
    {
        return self::number($path, $value);
    }

    public function shown(mixed $value, Units $measure): float
    {
        return round((float) $value, 2);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A whole number. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Whole extends Plain
{
    public function __construct(string $says, private int $least, private int $most)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): int
    {
        return $node->int($name, $this->least, $this->most);
    }

    public function typed(string $path, string $value, Units $measure): float
    {
        return self::number($path, $value);
    }
}

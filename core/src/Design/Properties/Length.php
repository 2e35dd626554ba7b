<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/**
 * A length in dots. Positions are entered in the unit of the page; type sizes in points on paper and in pixels on
 * screens.
 */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Length extends Plain
{
    public function __construct(string $says, private float $least, private float $most, private bool $ofPage = false)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): float
    {
        return $node->number($name, $this->least, $this->most);
    }

    public function typed(string $path, string $value, Units $measure): float
    {
        return $this->unit($measure)->toDots(self::number($path, $value), $measure->dpi);
    }

    public function scaled(mixed $value, float $by): ?float
    {
        return null === $value ? null : $value * $by;
    }

    public function shown(mixed $value, Units $measure): float
    {
        return round($this->unit($measure)->fromDots((float) $value, $measure->dpi), 2);
    }

    public function unit(Units $measure): Unit
    {
        return $this->ofPage ? $measure->page : $measure->type;
    }
}

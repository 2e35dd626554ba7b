<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A colour written as #RRGGBB. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Colour extends Plain
{
    public const FORM = '/^#[0-9A-Fa-f]{6}$/';

    public function read(JsonNode $node, string $name, string $locale): string
    {
        return $node->text($name, 7, self::FORM);
    }

    public function typed(string $path, string $value, Units $measure): ?string
    {
        return 'none' === $value ? null : strtoupper($value);
    }

    public function shown(mixed $value, Units $measure): string
    {
        return strtolower((string) $value);
    }
}

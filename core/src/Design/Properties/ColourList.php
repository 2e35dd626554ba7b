<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A list of colours. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ColourList extends Plain
{
    private const MOST = 64;

    /** @return list<string> */
    public function read(JsonNode $node, string $name, string $locale): array
    {
        return $node->texts($name, self::MOST, Colour::FORM);
    }
}

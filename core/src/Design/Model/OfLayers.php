<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Properties\Plain;

/** The layers of a page, the lowest first. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OfLayers extends Plain
{
    /** @return list<Layer> */
    public function read(JsonNode $node, string $name, string $locale): array
    {
        $codec = new LayerCodec();

        return array_map(
            static fn (JsonNode $one): Layer => $codec->fromNode($one, $locale),
            $node->list($name, 0, DesignCodec::MAX_LAYERS),
        );
    }

    /** @return array<string, list<array<string, mixed>>> */
    public function write(string $name, mixed $value): array
    {
        return [$name => array_map((new LayerCodec())->toArray(...), array_values((array) $value))];
    }
}

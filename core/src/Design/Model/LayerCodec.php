<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\JsonNode;

/** Converts one layer to and from the file format, as its class declares. */
final readonly class LayerCodec
{
    /** @return array<string, mixed> */
    public function toArray(Layer $layer): array
    {
        $values = Declared::of($layer::class)->write($layer);

        return ['id' => $layer->id, 'name' => $layer->name, 'kind' => $layer->kind()->value] + $values;
    }

    /** @throws DesignException */
    public function fromNode(JsonNode $node, string $locale): Layer
    {
        $declared = Declared::of($node->enum('kind', LayerKind::class)->layer());
        $node->onlyKeys('kind', ...$declared->keys());
        $layer = $declared->read($node, $locale);

        return $layer instanceof Layer ? $layer : throw new \LogicException('This is no layer.');
    }
}

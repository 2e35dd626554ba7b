<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Styles\Format;
use Morphea\Core\Message;

/**
 * Converts a design to and from the JSON described in docs/format/template.schema.json. Reading is strict: unknown keys
 * and absurd sizes are errors.
 */
final readonly class DesignCodec
{
    public const MAX_LAYERS = 500;

    /** @throws DesignException where a number is beyond all bounds, or words are no text */
    public function encode(Design $design): string
    {
        try {
            return json_encode(
                $this->toArray($design),
                \JSON_THROW_ON_ERROR |
                    \JSON_UNESCAPED_UNICODE |
                    \JSON_UNESCAPED_SLASHES |
                    \JSON_PRETTY_PRINT |
                    \JSON_PRESERVE_ZERO_FRACTION,
            );
        } catch (\JsonException $e) {
            throw new DesignException('', new Message('design.wrong.not_kept'));
        }
    }

    /** @throws DesignException */
    public function decode(string $json): Design
    {
        try {
            $data = json_decode($json, true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new DesignException('', new Message('design.wrong.json', ['why' => $e->getMessage()]));
        }

        return $this->fromArray($data);
    }

    /** @return array<string, mixed> */
    public function toArray(Design $design): array
    {
        return ['format' => Format::NEWEST] + Declared::of(Design::class)->write($design);
    }

    /**
     * @param mixed $data as any version wrote it
     *
     * @throws DesignException
     */
    public function fromArray(mixed $data): Design
    {
        $node = new JsonNode('', Format::upgraded($data));
        $declared = Declared::of(Design::class);
        $node->onlyKeys('format', ...$declared->keys());
        $design = $declared->read($node, $node->text('locale', 35));
        \assert($design instanceof Design);
        $seen = [];
        foreach ($design->pages as $s => $page) {
            foreach ($page->layers as $i => $layer) {
                if (isset($seen[$layer->id])) {
                    throw new DesignException("sides[$s].layers[$i].id", new Message('design.wrong.layer_twice', ['layer' => $layer->id]));
                }
                $seen[$layer->id] = true;
            }
        }

        self::checkScenes($design);

        return $design;
    }

    /** @throws DesignException where two scenes have one id, or a layer keeps to one that is not there */
    private static function checkScenes(Design $design): void
    {
        foreach ($design->scenes as $i => $scene) {
            if ($i !== $design->scene($scene->id)) {
                throw new DesignException("beats[$i].id", new Message('design.wrong.scene_twice', ['scene' => $scene->id]));
            }
        }
        foreach ($design->layers() as $layer) {
            [$comes, $goes] = [$layer->stay?->comes, $layer->stay?->goes];
            foreach (['comes' => $comes, 'goes' => $goes] as $what => $id) {
                if (null !== $id && null === $design->scene($id)) {
                    throw new DesignException("$layer->name: $what", new Message('design.wrong.no_scene', ['scene' => $id]));
                }
            }
            if (($design->scene($comes) ?? 0) > ($design->scene($goes) ?? \PHP_INT_MAX)) {
                throw new DesignException("$layer->name: goes", new Message('design.wrong.order'));
            }
        }
    }

    /** @return array<string, mixed> */
    public function layerToArray(Layer $layer): array
    {
        return (new LayerCodec())->toArray($layer);
    }

    /** @throws DesignException */
    public function layerFromArray(mixed $data, string $locale): Layer
    {
        return (new LayerCodec())->fromNode(new JsonNode('layer', $data), $locale);
    }
}

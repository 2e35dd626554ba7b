<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

/** Template to and from the JSON described in docs/format/template.schema.json. Reads strictly: no unknown keys, no absurd sizes. */
final readonly class TemplateCodec
{
    public const MAX_LAYERS = 500;

    /** @throws TemplateError where a number is beyond all bounds, or words are no text */
    public function encode(Template $template): string
    {
        try {
            return json_encode(
                $this->toArray($template),
                \JSON_THROW_ON_ERROR |
                    \JSON_UNESCAPED_UNICODE |
                    \JSON_UNESCAPED_SLASHES |
                    \JSON_PRETTY_PRINT |
                    \JSON_PRESERVE_ZERO_FRACTION,
            );
        } catch (\JsonException $e) {
            throw new TemplateError('', 'This cannot be kept: a number is beyond all bounds, or words are no readable text.');
        }
    }

    /** @throws TemplateError */
    public function decode(string $json): Template
    {
        try {
            $data = json_decode($json, true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new TemplateError('template.json', 'is not readable JSON (' . $e->getMessage() . ')');
        }

        return $this->fromArray($data);
    }

    /** @return array<string, mixed> */
    public function toArray(Template $template): array
    {
        return ['format' => Format::NEWEST] + Declared::of(Template::class)->write($template);
    }

    /**
     * @param mixed $data as any version wrote it
     *
     * @throws TemplateError
     */
    public function fromArray(mixed $data): Template
    {
        $node = new JsonNode('', Format::upgraded($data));
        $declared = Declared::of(Template::class);
        $node->onlyKeys('format', ...$declared->keys());
        $template = $declared->read($node, $node->text('locale', 35));
        \assert($template instanceof Template);
        $seen = [];
        foreach ($template->sides as $s => $side) {
            foreach ($side->layers as $i => $layer) {
                if (isset($seen[$layer->id])) {
                    throw new TemplateError("sides[$s].layers[$i].id", "\"$layer->id\" is used by two layers");
                }
                $seen[$layer->id] = true;
            }
        }

        self::checkBeats($template);

        return $template;
    }

    /** @throws TemplateError where two beats have one id, or a layer keeps to one that is not there */
    private static function checkBeats(Template $template): void
    {
        foreach ($template->beats as $i => $beat) {
            if ($i !== $template->beat($beat->id)) {
                throw new TemplateError("beats[$i].id", "\"$beat->id\" is used by two beats");
            }
        }
        foreach ($template->layers() as $layer) {
            [$comes, $goes] = [$layer->stay?->comes, $layer->stay?->goes];
            foreach (['comes' => $comes, 'goes' => $goes] as $what => $id) {
                if (null !== $id && null === $template->beat($id)) {
                    throw new TemplateError("$layer->name: $what", "there is no beat \"$id\"");
                }
            }
            if (($template->beat($comes) ?? 0) > ($template->beat($goes) ?? \PHP_INT_MAX)) {
                throw new TemplateError("$layer->name: goes", 'a layer cannot go before it comes');
            }
        }
    }

    /** @return array<string, mixed> */
    public function layerToArray(Layer $layer): array
    {
        return (new LayerCodec())->toArray($layer);
    }

    /** @throws TemplateError */
    public function layerFromArray(mixed $data, string $locale): Layer
    {
        return (new LayerCodec())->fromNode(new JsonNode('layer', $data), $locale);
    }
}

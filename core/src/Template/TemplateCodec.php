<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** Template to and from the JSON described in docs/format/template.schema.json. Reads strictly: no unknown keys, no absurd sizes. */
final readonly class TemplateCodec
{
    public const FORMAT = 1;
    public const MAX_LAYERS = 500;

    private LayerCodec $layers;

    public function __construct()
    {
        $this->layers = new LayerCodec();
    }

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
        return [
            'format' => self::FORMAT,
            'name' => $template->name,
            'width' => $template->width,
            'height' => $template->height,
            'dpi' => $template->dpi,
            'unit' => $template->unit->value,
            'locale' => $template->locale,
            'safeMargin' => $template->safeMargin,
            'bleed' => $template->bleed,
            'guides' => array_map(
                static fn (Guide $guide): array => ['upright' => $guide->upright, 'at' => $guide->at],
                $template->guides,
            ),
            'swatches' => $template->swatches,
            'sides' => array_map(
                fn (Side $side): array => [
                    'name' => $side->name,
                    'background' => $side->background,
                    'layers' => array_map($this->layerToArray(...), $side->layers),
                ],
                $template->sides,
            ),
        ];
    }

    /** @throws TemplateError */
    public function fromArray(mixed $data): Template
    {
        $node = new JsonNode('', $data);
        $node->onlyKeys(
            'format',
            'name',
            'width',
            'height',
            'dpi',
            'unit',
            'locale',
            'sides',
            'safeMargin',
            'bleed',
            'guides',
            'swatches',
        );
        if (self::FORMAT !== ($format = $node->int('format', 0, 1_000_000))) {
            throw new TemplateError('format', \sprintf('is %d; this version reads format %d', $format, self::FORMAT));
        }
        $locale = $node->text('locale', 35, '/^[A-Za-z]{2,3}([_-][A-Za-z0-9]{2,8})*$/');
        $seen = [];
        $sides = [];
        foreach ($node->list('sides', 1, Template::MOST_SIDES) as $side) {
            $side->onlyKeys('name', 'background', 'layers');
            $layers = [];
            foreach ($side->list('layers', 0, self::MAX_LAYERS) as $item) {
                $layer = $this->layers->fromNode($item, $locale);
                if (isset($seen[$layer->id])) {
                    throw $item->error('id', \sprintf('"%s" is used by two layers', $layer->id));
                }
                $seen[$layer->id] = true;
                $layers[] = $layer;
            }
            $sides[] = new Side($side->text('name', 60), $side->textOrNull('background', 7, EffectCodec::COLOUR), $layers);
        }
        \assert([] !== $sides);

        return new Template(
            $node->text('name', 120),
            $node->int('width', Template::MIN_DOTS, Template::MAX_DOTS),
            $node->int('height', Template::MIN_DOTS, Template::MAX_DOTS),
            $node->number('dpi', 30, 2400),
            $node->enum('unit', Unit::class),
            $locale,
            $sides,
            $node->has('safeMargin') ? $node->number('safeMargin', 0, Template::MAX_DOTS) : 0.0,
            $node->has('guides') ? array_map($this->guide(...), $node->list('guides', 0, 100)) : [],
            $node->has('swatches') ? $node->texts('swatches', 64, EffectCodec::COLOUR) : [],
            $node->has('bleed') ? $node->number('bleed', 0, Template::MAX_BLEED) : 0.0,
        );
    }

    /** @return array<string, mixed> */
    public function layerToArray(Layer $layer): array
    {
        return $this->layers->toArray($layer);
    }

    /** @throws TemplateError */
    public function layerFromArray(mixed $data, string $locale): Layer
    {
        return $this->layers->fromNode(new JsonNode('layer', $data), $locale);
    }

    private function guide(JsonNode $node): Guide
    {
        $node->onlyKeys('upright', 'at');

        return new Guide($node->bool('upright'), $node->number('at', 0, Template::MAX_DOTS));
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;

/** Template to and from the JSON described in docs/format/template.schema.json. Reads strictly: no unknown keys, no absurd sizes. */
final readonly class TemplateCodec
{
    public const FORMAT = 1;
    public const MAX_LAYERS = 500;
    private const COLOUR = '/^#[0-9A-Fa-f]{6}$/';

    public function encode(Template $template): string
    {
        return json_encode($this->toArray($template), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION);
    }

    /** @throws TemplateError */
    public function decode(string $json): Template
    {
        try {
            $data = json_decode($json, true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new TemplateError('template.json', 'is not readable JSON ('.$e->getMessage().')');
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
            'sides' => array_map(fn (Side $side): array => [
                'name' => $side->name,
                'background' => $side->background,
                'layers' => array_map($this->layerToArray(...), $side->layers),
            ], $template->sides),
        ];
    }

    /** @throws TemplateError */
    public function fromArray(mixed $data): Template
    {
        $node = new JsonNode('', $data);
        $node->onlyKeys('format', 'name', 'width', 'height', 'dpi', 'unit', 'locale', 'sides');
        if (self::FORMAT !== ($format = $node->int('format', 0, 1_000_000))) {
            throw new TemplateError('format', \sprintf('is %d; this version reads format %d', $format, self::FORMAT));
        }
        $locale = $node->text('locale', 35, '/^[A-Za-z]{2,3}([_-][A-Za-z0-9]{2,8})*$/');
        $seen = [];
        $sides = [];
        foreach ($node->list('sides', 1, 1) as $side) {
            $side->onlyKeys('name', 'background', 'layers');
            $layers = [];
            foreach ($side->list('layers', 0, self::MAX_LAYERS) as $item) {
                $layer = $this->layerFromNode($item, $locale);
                if (isset($seen[$layer->id])) {
                    throw $item->error('id', \sprintf('"%s" is used by two layers', $layer->id));
                }
                $seen[$layer->id] = true;
                $layers[] = $layer;
            }
            $sides[] = new Side($side->text('name', 60), $side->textOrNull('background', 7, self::COLOUR), $layers);
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
        );
    }

    /** @return array<string, mixed> */
    public function layerToArray(Layer $layer): array
    {
        $base = [
            'id' => $layer->id,
            'name' => $layer->name,
            'kind' => match (true) {
                $layer instanceof TextLayer => 'text',
                $layer instanceof PictureLayer => 'picture',
                default => 'shape',
            },
            'frame' => get_object_vars($layer->frame),
            'opacity' => $layer->opacity,
            'locked' => $layer->locked,
            'hidden' => $layer->hidden,
        ];

        return $base + match (true) {
            $layer instanceof TextLayer => [
                'pattern' => $layer->pattern->source,
                'style' => array_map(static fn (mixed $v): mixed => $v instanceof \BackedEnum ? $v->value : $v, get_object_vars($layer->style)),
                'fit' => ['mode' => $layer->fit->mode->value, 'leastSize' => $layer->fit->leastSize, 'maxLines' => $layer->fit->maxLines],
                'empty' => ['words' => $layer->empty->words],
            ],
            $layer instanceof PictureLayer => ['asset' => $layer->asset, 'fit' => $layer->fit->value],
            $layer instanceof ShapeLayer => [
                'shape' => $layer->shape->value,
                'fill' => $layer->fill,
                'stroke' => $layer->stroke,
                'strokeWidth' => $layer->strokeWidth,
                'radius' => $layer->radius,
            ],
            default => throw new \LogicException('unknown kind of layer '.$layer::class),
        };
    }

    /** @throws TemplateError */
    public function layerFromArray(mixed $data, string $locale): Layer
    {
        return $this->layerFromNode(new JsonNode('layer', $data), $locale);
    }

    private function layerFromNode(JsonNode $node, string $locale): Layer
    {
        $kind = $node->oneOf('kind', ['text', 'picture', 'shape']);
        $own = match ($kind) {
            'text' => ['pattern', 'style', 'fit', 'empty'],
            'picture' => ['asset', 'fit'],
            default => ['shape', 'fill', 'stroke', 'strokeWidth', 'radius'],
        };
        $node->onlyKeys('id', 'name', 'kind', 'frame', 'opacity', 'locked', 'hidden', ...$own);
        $base = [
            $node->text('id', 40, '/^[a-z0-9][a-z0-9-]*$/'),
            $node->text('name', 60),
            $this->frame($node->child('frame')),
            $node->number('opacity', 0, 1),
            $node->bool('locked'),
            $node->bool('hidden'),
        ];

        return match ($kind) {
            'text' => new TextLayer(...$base, ...[$this->pattern($node, $locale), $this->style($node->child('style')), $this->fit($node->child('fit')), $this->emptyRule($node->child('empty'))]),
            'picture' => new PictureLayer(...$base, ...[$node->text('asset', 120, '~^[^/\\\\\x00-\x1F]+$~u'), $node->enum('fit', PictureFit::class)]),
            default => new ShapeLayer(...$base, ...[
                $node->enum('shape', ShapeKind::class),
                $node->textOrNull('fill', 7, self::COLOUR),
                $node->textOrNull('stroke', 7, self::COLOUR),
                $node->number('strokeWidth', 0, 5_000),
                $node->number('radius', 0, Template::MAX_DOTS),
            ]),
        };
    }

    private function frame(JsonNode $node): Frame
    {
        $node->onlyKeys('x', 'y', 'width', 'height', 'rotation');

        return new Frame(
            $node->number('x', -Template::MAX_DOTS, 2 * Template::MAX_DOTS),
            $node->number('y', -Template::MAX_DOTS, 2 * Template::MAX_DOTS),
            $node->number('width', 0, 2 * Template::MAX_DOTS),
            $node->number('height', 0, 2 * Template::MAX_DOTS),
            $node->number('rotation', -360, 360),
        );
    }

    private function pattern(JsonNode $node, string $locale): Pattern
    {
        $source = $node->text('pattern', 10_000, least: 0);
        try {
            return Pattern::parse($source, $locale);
        } catch (PatternError $e) {
            throw $node->error('pattern', $e->getMessage());
        }
    }

    private function style(JsonNode $node): TextStyle
    {
        $node->onlyKeys('family', 'weight', 'italic', 'size', 'colour', 'align', 'verticalAlign', 'lineHeight', 'letterSpacing', 'case');

        return new TextStyle(
            $node->text('family', 80),
            $node->int('weight', 100, 900),
            $node->bool('italic'),
            $node->number('size', 1, Template::MAX_DOTS),
            $node->text('colour', 7, self::COLOUR),
            $node->enum('align', Align::class),
            $node->enum('verticalAlign', VerticalAlign::class),
            $node->number('lineHeight', 0.5, 4),
            $node->number('letterSpacing', -0.5, 5),
            $node->enum('case', LetterCase::class),
        );
    }

    private function fit(JsonNode $node): FitRule
    {
        $node->onlyKeys('mode', 'leastSize', 'maxLines');
        $least = $node->numberOrNull('leastSize', 0.5, Template::MAX_DOTS);
        $lines = $node->int('maxLines', 1, 200);

        return match ($node->enum('mode', FitMode::class)) {
            FitMode::Keep => FitRule::keep(),
            FitMode::Shrink => FitRule::shrink($least ?? throw $node->error('leastSize', 'is missing; a text that shrinks needs a least size'), $lines),
            FitMode::Wrap => FitRule::wrap($lines, $least),
        };
    }

    private function emptyRule(JsonNode $node): EmptyRule
    {
        $node->onlyKeys('words');
        $words = $node->textOrNull('words', 500);

        return null === $words ? EmptyRule::hide() : EmptyRule::words($words);
    }
}

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
            'safeMargin' => $template->safeMargin,
            'guides' => array_map(static fn (Guide $guide): array => ['upright' => $guide->upright, 'at' => $guide->at], $template->guides),
            'swatches' => $template->swatches,
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
        $node->onlyKeys('format', 'name', 'width', 'height', 'dpi', 'unit', 'locale', 'sides', 'safeMargin', 'guides', 'swatches');
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
            $node->has('safeMargin') ? $node->number('safeMargin', 0, Template::MAX_DOTS) : 0.0,
            $node->has('guides') ? array_map($this->guide(...), $node->list('guides', 0, 100)) : [],
            $node->has('swatches') ? $node->texts('swatches', 64, self::COLOUR) : [],
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
        ] + (null === $layer->group ? [] : ['group' => $layer->group]);

        return $base + match (true) {
            $layer instanceof TextLayer => [
                'content' => array_map(static fn (ContentPart $part): array => ['pattern' => $part->pattern->source] + self::markToArray($part->mark), $layer->content->parts),
                'style' => array_map(static fn (mixed $v): mixed => $v instanceof \BackedEnum ? $v->value : $v, get_object_vars($layer->style)),
                'fit' => ['mode' => $layer->fit->mode->value, 'leastSize' => $layer->fit->leastSize, 'maxLines' => $layer->fit->maxLines, 'balanced' => $layer->fit->balanced],
                'empty' => ['words' => $layer->empty->words, 'pullsUp' => $layer->empty->pullsUp],
                'effects' => array_map(static fn (?object $effect): ?array => null === $effect ? null : get_object_vars($effect), get_object_vars($layer->effects)),
                'arc' => $layer->arc,
            ] + (null === $layer->sample ? [] : ['sample' => $layer->sample]),
            $layer instanceof PictureLayer => ['asset' => $layer->asset, 'fit' => $layer->fit->value],
            $layer instanceof ShapeLayer => [
                'shape' => $layer->shape->value,
                'fill' => $layer->fill instanceof Gradient ? get_object_vars($layer->fill) : $layer->fill,
                'stroke' => $layer->stroke,
                'strokeWidth' => $layer->strokeWidth,
                'radius' => $layer->radius,
                'dashes' => $layer->dashes,
                'corners' => $layer->corners,
                'inner' => $layer->inner,
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
            'text' => ['content', 'style', 'fit', 'empty', 'effects', 'arc', 'sample'],
            'picture' => ['asset', 'fit'],
            default => ['shape', 'fill', 'stroke', 'strokeWidth', 'radius', 'dashes', 'corners', 'inner'],
        };
        $node->onlyKeys('id', 'name', 'kind', 'frame', 'opacity', 'locked', 'hidden', 'group', ...$own);
        $base = [
            $node->text('id', 40, '/^[a-z0-9][a-z0-9-]*$/'),
            $node->text('name', 60),
            $this->frame($node->child('frame')),
            $node->number('opacity', 0, 1),
            $node->bool('locked'),
            $node->bool('hidden'),
        ];
        $group = $node->textOrNone('group', 40, '/^[a-z0-9][a-z0-9-]*$/');

        return match ($kind) {
            'text' => new TextLayer(...$base, ...[
                $this->content($node, $locale),
                $this->style($node->child('style')),
                $this->fit($node->child('fit')),
                $this->emptyRule($node->child('empty')),
                $node->has('effects') ? $this->effects($node->child('effects')) : new TextEffects(),
                $node->has('arc') ? $node->number('arc', -350, 350) : 0.0,
                $group,
                $node->textOrNone('sample', 500),
            ]),
            'picture' => new PictureLayer(...$base, ...[$node->text('asset', 120, '~^[^/\\\\\x00-\x1F]+$~u'), $node->enum('fit', PictureFit::class), $group]),
            default => new ShapeLayer(...$base, ...[
                $node->enum('shape', ShapeKind::class),
                $node->isObject('fill') ? $this->gradient($node->child('fill')) : $node->textOrNull('fill', 7, self::COLOUR),
                $node->textOrNull('stroke', 7, self::COLOUR),
                $node->number('strokeWidth', 0, 5_000),
                $node->number('radius', 0, Template::MAX_DOTS),
                $node->has('dashes') ? $node->numbers('dashes', 8, 0.1, 5_000) : [],
                $node->has('corners') ? $node->int('corners', 3, 60) : 5,
                $node->has('inner') ? $node->number('inner', 0.05, 1) : 0.5,
                $group,
            ]),
        };
    }

    private function guide(JsonNode $node): Guide
    {
        $node->onlyKeys('upright', 'at');

        return new Guide($node->bool('upright'), $node->number('at', 0, Template::MAX_DOTS));
    }

    private function gradient(JsonNode $node): Gradient
    {
        $node->onlyKeys('radial', 'angle', 'from', 'to');

        return new Gradient($node->bool('radial'), $node->number('angle', -360, 360), $node->text('from', 7, self::COLOUR), $node->text('to', 7, self::COLOUR));
    }

    private function effects(JsonNode $node): TextEffects
    {
        $node->onlyKeys('outline', 'shadow', 'highlight');
        $outline = $node->has('outline') ? $node->child('outline') : null;
        $outline?->onlyKeys('colour', 'width');
        $shadow = $node->has('shadow') ? $node->child('shadow') : null;
        $shadow?->onlyKeys('colour', 'dx', 'dy', 'blur', 'opacity');
        $highlight = $node->has('highlight') ? $node->child('highlight') : null;
        $highlight?->onlyKeys('colour', 'padding');

        return new TextEffects(
            null === $outline ? null : new Outline($outline->text('colour', 7, self::COLOUR), $outline->number('width', 0, 2_000)),
            null === $shadow ? null : new Shadow($shadow->text('colour', 7, self::COLOUR), $shadow->number('dx', -2_000, 2_000), $shadow->number('dy', -2_000, 2_000), $shadow->number('blur', 0, 500), $shadow->number('opacity', 0, 1)),
            null === $highlight ? null : new Highlight($highlight->text('colour', 7, self::COLOUR), $highlight->number('padding', 0, 2_000)),
        );
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

    private function content(JsonNode $node, string $locale): Content
    {
        $parts = [];
        foreach ($node->list('content', 1, 500) as $part) {
            try {
                $parts[] = new ContentPart(Pattern::parse($part->text('pattern', 10_000, least: 0), $locale), self::markFromNode($part, 'pattern'));
            } catch (PatternError $e) {
                throw $part->error('pattern', $e->getMessage());
            }
        }

        \assert([] !== $parts);

        return new Content($parts);
    }

    /** @throws TemplateError */
    public static function markFromNode(JsonNode $node, string ...$besides): Mark
    {
        $node->onlyKeys('bold', 'italic', 'colour', 'scale', 'raise', ...$besides);

        return new Mark(
            $node->has('bold') && $node->bool('bold'),
            $node->has('italic') && $node->bool('italic'),
            $node->textOrNone('colour', 7, self::COLOUR),
            $node->has('scale') ? $node->number('scale', 0.1, 10) : 1.0,
            $node->has('raise') ? $node->enum('raise', Raise::class) : Raise::None,
        );
    }

    /** @return array<string, mixed> only what differs from the text's own style */
    public static function markToArray(Mark $mark): array
    {
        return array_filter(['bold' => $mark->bold, 'italic' => $mark->italic, 'colour' => $mark->colour, 'scale' => 1.0 === $mark->scale ? null : $mark->scale, 'raise' => Raise::None === $mark->raise ? null : $mark->raise->value]);
    }

    private function style(JsonNode $node): TextStyle
    {
        $node->onlyKeys('family', 'weight', 'italic', 'size', 'colour', 'align', 'verticalAlign', 'lineHeight', 'letterSpacing', 'case', 'tabular', 'bullets');

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
            $node->has('tabular') && $node->bool('tabular'),
            $node->has('bullets') && $node->bool('bullets'),
        );
    }

    private function fit(JsonNode $node): FitRule
    {
        $node->onlyKeys('mode', 'leastSize', 'maxLines', 'balanced');
        $least = $node->numberOrNull('leastSize', 0.5, Template::MAX_DOTS);
        $lines = $node->int('maxLines', 1, 200);
        $needed = static fn (): float => $least ?? throw $node->error('leastSize', 'is missing; a text whose size changes needs a least size');
        $rule = match ($node->enum('mode', FitMode::class)) {
            FitMode::Keep => FitRule::keep(),
            FitMode::Shrink => FitRule::shrink($needed(), $lines),
            FitMode::Wrap => FitRule::wrap($lines, $least),
            FitMode::Fill => FitRule::fill($needed(), $lines),
            FitMode::Even => FitRule::even($needed(), $lines),
        };

        return $rule->balanced($node->has('balanced') && $node->bool('balanced'));
    }

    private function emptyRule(JsonNode $node): EmptyRule
    {
        $node->onlyKeys('words', 'pullsUp');
        $words = $node->textOrNull('words', 500);
        $pullsUp = $node->has('pullsUp') && $node->bool('pullsUp');

        return match (true) {
            null !== $words => EmptyRule::words($words),
            $pullsUp => EmptyRule::hideAndPullUp(),
            default => EmptyRule::hide(),
        };
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Drawing\PathData;

/** One layer to and from the file format: what all kinds share, and shapes; the other kinds have a codec of their own each. */
final readonly class LayerCodec
{
    private const SHAPE_KEYS = ['shape', 'fill', 'stroke', 'strokeWidth', 'radius', 'dashes', 'corners', 'inner', 'path'];
    private const NAME = '/^[a-z0-9][a-z0-9-]*$/';

    private TextLayerCodec $texts;
    private PictureLayerCodec $pictures;
    private CodeLayerCodec $codes;

    public function __construct()
    {
        $this->texts = new TextLayerCodec();
        $this->pictures = new PictureLayerCodec();
        $this->codes = new CodeLayerCodec();
    }

    /** @return array<string, mixed> */
    public function toArray(Layer $layer): array
    {
        $shared =
            [
                'id' => $layer->id,
                'name' => $layer->name,
                'kind' => match (true) {
                    $layer instanceof TextLayer => 'text',
                    $layer instanceof PictureLayer => 'picture',
                    $layer instanceof CodeLayer => 'code',
                    default => 'shape',
                },
                'frame' => get_object_vars($layer->frame),
                'opacity' => $layer->opacity,
                'locked' => $layer->locked,
                'hidden' => $layer->hidden,
            ] +
            (null === $layer->group ? [] : ['group' => $layer->group]) +
            (LayerUse::Print === $layer->use ? [] : ['use' => $layer->use->value]);

        return $shared +
            match (true) {
                $layer instanceof TextLayer => $this->texts->toArray($layer),
                $layer instanceof PictureLayer => $this->pictures->toArray($layer),
                $layer instanceof CodeLayer => $this->codes->toArray($layer),
                $layer instanceof ShapeLayer => $this->shapeToArray($layer),
                default => throw new \LogicException('unknown kind of layer ' . $layer::class),
            };
    }

    /** @throws TemplateError */
    public function fromNode(JsonNode $node, string $locale): Layer
    {
        $kind = $node->oneOf('kind', ['text', 'picture', 'code', 'shape']);
        $own = match ($kind) {
            'text' => TextLayerCodec::KEYS,
            'picture' => PictureLayerCodec::KEYS,
            'code' => CodeLayerCodec::KEYS,
            default => self::SHAPE_KEYS,
        };
        $node->onlyKeys('id', 'name', 'kind', 'frame', 'opacity', 'locked', 'hidden', 'group', 'use', ...$own);
        $base = [
            $node->text('id', 40, self::NAME),
            $node->text('name', 60),
            $this->frame($node->child('frame')),
            $node->number('opacity', 0, 1),
            $node->bool('locked'),
            $node->bool('hidden'),
        ];
        $group = $node->textOrNone('group', 40, self::NAME);
        $use = $node->has('use') ? $node->enum('use', LayerUse::class) : LayerUse::Print;

        return match ($kind) {
            'text' => $this->texts->fromNode($node, $base, $group, $use, $locale),
            'picture' => $this->pictures->fromNode($node, $base, $group, $use, $locale),
            'code' => $this->codes->fromNode($node, $base, $group, $use, $locale),
            default => $this->shape($node, $base, $group, $use),
        };
    }

    /** @return array<string, mixed> */
    private function shapeToArray(ShapeLayer $layer): array
    {
        return [
            'shape' => $layer->shape->value,
            'fill' => $layer->fill instanceof Gradient ? get_object_vars($layer->fill) : $layer->fill,
            'stroke' => $layer->stroke,
            'strokeWidth' => $layer->strokeWidth,
            'radius' => $layer->radius,
            'dashes' => $layer->dashes,
            'corners' => $layer->corners,
            'inner' => $layer->inner,
        ] + (null === $layer->path ? [] : ['path' => $layer->path]);
    }

    /** @param array{string, string, Frame, float, bool, bool} $base */
    private function shape(JsonNode $node, array $base, ?string $group, LayerUse $use): ShapeLayer
    {
        $shape = $node->enum('shape', ShapeKind::class);
        $path = $node->has('path') ? PathData::checked($node, 'path') : null;
        if (ShapeKind::Path === $shape && null === $path) {
            throw $node->error('path', 'is missing; a shape of its own outline needs one');
        }

        return new ShapeLayer(
            ...$base,
            ...[
                $shape,
                $node->isObject('fill')
                    ? EffectCodec::gradient($node->child('fill'))
                    : $node->textOrNull('fill', 7, EffectCodec::COLOUR),
                $node->textOrNull('stroke', 7, EffectCodec::COLOUR),
                $node->number('strokeWidth', 0, 5_000),
                $node->number('radius', 0, Template::MAX_DOTS),
                $node->has('dashes') ? $node->numbers('dashes', 8, 0.1, 5_000) : [],
                $node->has('corners') ? $node->int('corners', 3, 60) : 5,
                $node->has('inner') ? $node->number('inner', 0.05, 1) : 0.5,
                $group,
                $path,
                $use,
            ],
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
}

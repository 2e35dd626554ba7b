<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Drawing\PathData;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;

/** What is a picture layer's own in the file format. Only `fit` and one of `asset` and `pattern` must be there. */
final readonly class PictureLayerCodec
{
    public const KEYS = [
        'asset',
        'pattern',
        'fit',
        'shape',
        'align',
        'verticalAlign',
        'look',
        'border',
        'shadow',
        'empty',
        'missing',
    ];
    private const NAME = '~^[^/\\\\\x00-\x1F]+$~u';
    private const MOST_COLOURS = 64;

    /** @return array<string, mixed> */
    public function toArray(PictureLayer $layer): array
    {
        return (\is_string($layer->source) ? ['asset' => $layer->source] : ['pattern' => $layer->source->source]) + [
            'fit' => $layer->fit->value,
            'shape' => [
                'kind' => $layer->shape->kind->value,
                'radius' => $layer->shape->radius,
                'corners' => $layer->shape->corners,
                'path' => $layer->shape->path,
            ],
            'align' => $layer->align->value,
            'verticalAlign' => $layer->verticalAlign->value,
            'look' => [
                'tone' => $layer->look->tone->value,
                'tint' => $layer->look->tint,
                'blur' => $layer->look->blur,
                'colours' => self::pairs($layer->look->colours),
            ],
            'border' => null === $layer->border ? null : get_object_vars($layer->border),
            'shadow' => null === $layer->shadow ? null : get_object_vars($layer->shadow),
            'empty' => self::ruleToArray($layer->empty),
            'missing' => self::ruleToArray($layer->missing),
        ];
    }

    /** @param array{string, string, Frame, float, bool, bool} $base */
    public function fromNode(JsonNode $node, array $base, ?string $group, LayerUse $use, string $locale): PictureLayer
    {
        $plain = new PictureLook();

        return new PictureLayer(
            ...$base,
            ...[
                $this->source($node, $locale),
                $node->enum('fit', PictureFit::class),
                $node->has('shape') ? $this->shape($node->child('shape')) : new FrameShape(),
                $node->has('align') ? $node->enum('align', Align::class) : Align::Centre,
                $node->has('verticalAlign') ? $node->enum('verticalAlign', VerticalAlign::class) : VerticalAlign::Middle,
                $node->has('look') ? $this->look($node->child('look')) : $plain,
                EffectCodec::outline($node, 'border'),
                EffectCodec::shadow($node, 'shadow'),
                $node->has('empty') ? $this->rule($node->child('empty')) : new PictureRule(),
                $node->has('missing') ? $this->rule($node->child('missing')) : new PictureRule(PictureInstead::Refuse),
                $group,
                $use,
            ],
        );
    }

    private function source(JsonNode $node, string $locale): string|Pattern
    {
        if ($node->has('asset') === $node->has('pattern')) {
            throw $node->error('asset', 'a picture layer has either an asset or a pattern that names one');
        }
        if ($node->has('asset')) {
            return $node->text('asset', 120, self::NAME);
        }
        try {
            return Pattern::parse($node->text('pattern', 1_000), $locale);
        } catch (PatternError $e) {
            throw $node->error('pattern', $e->getMessage());
        }
    }

    private function shape(JsonNode $node): FrameShape
    {
        $node->onlyKeys('kind', 'radius', 'corners', 'path');
        $kind = $node->enum('kind', FrameKind::class);
        $path = $node->has('path') ? PathData::checked($node, 'path') : null;
        if (FrameKind::Path === $kind && null === $path) {
            throw $node->error('path', 'is missing; a frame of its own outline needs one');
        }

        return new FrameShape(
            $kind,
            $node->has('radius') ? $node->number('radius', 0, Template::MAX_DOTS) : 0.0,
            $node->has('corners') ? $node->int('corners', 3, 60) : 6,
            $path,
        );
    }

    private function look(JsonNode $node): PictureLook
    {
        $node->onlyKeys('tone', 'tint', 'blur', 'colours');
        $colours = [];
        foreach ($node->has('colours') ? $node->list('colours', 0, self::MOST_COLOURS) : [] as $pair) {
            $pair->onlyKeys('from', 'to');
            $colours[strtoupper($pair->text('from', 7, EffectCodec::COLOUR))] = strtoupper(
                $pair->text('to', 7, EffectCodec::COLOUR),
            );
        }

        return new PictureLook(
            $node->enum('tone', Tone::class),
            $node->text('tint', 7, EffectCodec::COLOUR),
            $node->number('blur', 0, 500),
            $colours,
        );
    }

    private function rule(JsonNode $node): PictureRule
    {
        $node->onlyKeys('instead', 'other');
        $instead = $node->enum('instead', PictureInstead::class);
        $other = $node->textOrNone('other', 120, self::NAME);
        if (PictureInstead::Other === $instead && null === $other) {
            throw $node->error('other', 'is missing; say which picture is shown instead');
        }

        return new PictureRule($instead, $other);
    }

    /** @return array{instead: string, other: string|null} */
    private static function ruleToArray(PictureRule $rule): array
    {
        return ['instead' => $rule->instead->value, 'other' => $rule->other];
    }

    /**
     * @param array<string, string> $colours
     *
     * @return list<array{from: string, to: string}>
     */
    private static function pairs(array $colours): array
    {
        return array_map(
            static fn (string $from, string $to): array => ['from' => $from, 'to' => $to],
            array_keys($colours),
            $colours,
        );
    }
}

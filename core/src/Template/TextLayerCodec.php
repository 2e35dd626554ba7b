<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;

/** What is a text layer's own in the file format: words, style, rules, effects. */
final readonly class TextLayerCodec
{
    public const KEYS = ['content', 'style', 'fit', 'empty', 'effects', 'arc', 'sample'];

    /** @return array<string, mixed> */
    public function toArray(TextLayer $layer): array
    {
        return [
            'content' => array_map(
                static fn (ContentPart $part): array => ['pattern' => $part->pattern->source] + self::markToArray($part->mark),
                $layer->content->parts,
            ),
            'style' => array_map(
                static fn (mixed $v): mixed => $v instanceof \BackedEnum ? $v->value : $v,
                get_object_vars($layer->style),
            ),
            'fit' => [
                'mode' => $layer->fit->mode->value,
                'leastSize' => $layer->fit->leastSize,
                'maxLines' => $layer->fit->maxLines,
                'balanced' => $layer->fit->balanced,
            ],
            'empty' => ['words' => $layer->empty->words, 'pullsUp' => $layer->empty->pullsUp],
            'effects' => array_map(
                static fn (?object $effect): ?array => null === $effect ? null : get_object_vars($effect),
                get_object_vars($layer->effects),
            ),
            'arc' => $layer->arc,
        ] + (null === $layer->sample ? [] : ['sample' => $layer->sample]);
    }

    /** @param array{string, string, Frame, float, bool, bool} $base */
    public function fromNode(JsonNode $node, array $base, ?string $group, LayerUse $use, string $locale): TextLayer
    {
        return new TextLayer(
            ...$base,
            ...[
                $this->content($node, $locale),
                $this->style($node->child('style')),
                $this->fit($node->child('fit')),
                $this->emptyRule($node->child('empty')),
                $node->has('effects') ? $this->effects($node->child('effects')) : new TextEffects(),
                $node->has('arc') ? $node->number('arc', -350, 350) : 0.0,
                $group,
                $node->textOrNone('sample', 500),
                $use,
            ],
        );
    }

    /** @throws TemplateError */
    public static function markFromNode(JsonNode $node, string ...$besides): Mark
    {
        $node->onlyKeys('bold', 'italic', 'colour', 'scale', 'raise', ...$besides);

        return new Mark(
            $node->has('bold') && $node->bool('bold'),
            $node->has('italic') && $node->bool('italic'),
            $node->textOrNone('colour', 7, EffectCodec::COLOUR),
            $node->has('scale') ? $node->number('scale', 0.1, 10) : 1.0,
            $node->has('raise') ? $node->enum('raise', Raise::class) : Raise::None,
        );
    }

    /** @return array<string, mixed> only what differs from the text's own style */
    public static function markToArray(Mark $mark): array
    {
        return array_filter([
            'bold' => $mark->bold,
            'italic' => $mark->italic,
            'colour' => $mark->colour,
            'scale' => 1.0 === $mark->scale ? null : $mark->scale,
            'raise' => Raise::None === $mark->raise ? null : $mark->raise->value,
        ]);
    }

    private function content(JsonNode $node, string $locale): Content
    {
        $parts = [];
        foreach ($node->list('content', 1, 500) as $part) {
            try {
                $parts[] = new ContentPart(
                    Pattern::parse($part->text('pattern', 10_000, least: 0), $locale),
                    self::markFromNode($part, 'pattern'),
                );
            } catch (PatternError $e) {
                throw $part->error('pattern', $e->getMessage());
            }
        }

        \assert([] !== $parts);

        return new Content($parts);
    }

    private function style(JsonNode $node): TextStyle
    {
        $node->onlyKeys(
            'family',
            'weight',
            'italic',
            'size',
            'colour',
            'align',
            'verticalAlign',
            'lineHeight',
            'letterSpacing',
            'case',
            'tabular',
            'bullets',
        );

        return new TextStyle(
            $node->text('family', 80),
            $node->int('weight', 100, 900),
            $node->bool('italic'),
            $node->number('size', 1, Template::MAX_DOTS),
            $node->text('colour', 7, EffectCodec::COLOUR),
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
        $needed = static fn (): float => $least ??
            throw $node->error('leastSize', 'is missing; a text whose size changes needs a least size');
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

    private function effects(JsonNode $node): TextEffects
    {
        $node->onlyKeys('outline', 'shadow', 'highlight');
        $highlight = $node->has('highlight') ? $node->child('highlight') : null;
        $highlight?->onlyKeys('colour', 'padding');

        return new TextEffects(
            EffectCodec::outline($node, 'outline'),
            EffectCodec::shadow($node, 'shadow'),
            null === $highlight
                ? null
                : new Highlight($highlight->text('colour', 7, EffectCodec::COLOUR), $highlight->number('padding', 0, 2_000)),
        );
    }
}

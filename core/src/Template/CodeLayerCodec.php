<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;

/** What is a code layer's own in the file format. */
final readonly class CodeLayerCodec
{
    public const KEYS = ['pattern', 'code', 'correction', 'colour', 'ground', 'words'];

    /** @return array<string, mixed> */
    public function toArray(CodeLayer $layer): array
    {
        return [
            'pattern' => $layer->pattern->source,
            'code' => $layer->code->value,
            'correction' => $layer->correction->value,
            'colour' => $layer->colour,
            'ground' => $layer->ground,
            'words' => $layer->words,
        ];
    }

    /** @param array{string, string, Frame, float, bool, bool} $base */
    public function fromNode(JsonNode $node, array $base, ?string $group, LayerUse $use, string $locale): CodeLayer
    {
        try {
            $pattern = Pattern::parse($node->text('pattern', 5_000, least: 0), $locale);
        } catch (PatternError $e) {
            throw $node->error('pattern', $e->getMessage());
        }

        return new CodeLayer(
            ...$base,
            ...[
                $pattern,
                $node->enum('code', CodeKind::class),
                $node->has('correction') ? $node->enum('correction', Correction::class) : Correction::Medium,
                $node->text('colour', 7, EffectCodec::COLOUR),
                $node->textOrNull('ground', 7, EffectCodec::COLOUR),
                !$node->has('words') || $node->bool('words'),
                $group,
                $use,
            ],
        );
    }
}

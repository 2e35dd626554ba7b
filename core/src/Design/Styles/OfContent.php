<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Properties\OfPattern;
use Morphea\Core\Design\Properties\Plain;

/** The content of a text: a list of patterns with their differences in style. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OfContent extends Plain
{
    private const MOST_PARTS = 500;
    private const MOST_LETTERS = 10_000;

    public function read(JsonNode $node, string $name, string $locale): Content
    {
        $parts = [];
        foreach ($node->list($name, 1, self::MOST_PARTS) as $part) {
            $parts[] = new ContentPart(
                OfPattern::pattern($part, 'pattern', self::MOST_LETTERS, $locale),
                Mark::read($part, 'pattern'),
            );
        }
        \assert([] !== $parts);

        return new Content($parts);
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => $value instanceof Content ? $value->toArray() : $value];
    }
}

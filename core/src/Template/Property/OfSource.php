<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Property;

use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Template\JsonNode;

/** Which picture is shown: always the same one by its name (`picture`), or the one a `pattern` of columns names. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OfSource extends Plain
{
    /** No folder, nothing that is no letter. */
    public const NAME = '~^[^/\\\\\x00-\x1F]+$~u';
    private const MOST_LETTERS = 1_000;

    public function keys(string $name): array
    {
        return ['picture', 'pattern'];
    }

    public function read(JsonNode $node, string $name, string $locale): string|Pattern
    {
        if ($node->has('picture') === $node->has('pattern')) {
            throw $node->error('picture', 'a picture layer has either a picture or a pattern that names one');
        }

        return $node->has('picture')
            ? $node->text('picture', 120, self::NAME)
            : OfPattern::pattern($node, 'pattern', self::MOST_LETTERS, $locale, 1);
    }

    public function write(string $name, mixed $value): array
    {
        return $value instanceof Pattern ? ['pattern' => $value->source] : ['picture' => $value];
    }
}

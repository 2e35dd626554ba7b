<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Properties\OfPattern;
use Morphea\Core\Design\Properties\Plain;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * Which picture is shown: always the same one (`picture`), the one named by a `pattern` of columns, or one from a `pool`
 * that is dealt out over the rows.
 */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OfSource extends Plain
{
    /** No folder, nothing that is no letter. */
    public const NAME = '~^[^/\\\\\x00-\x1F]{1,120}$~u';
    public const MOST_DEALT = 200;
    private const MOST_LETTERS = 1_000;

    public function keys(string $name): array
    {
        return ['picture', 'pattern', 'pool'];
    }

    public function read(JsonNode $node, string $name, string $locale): string|Pattern|Pool
    {
        if (1 !== \count(array_filter($this->keys($name), $node->has(...)))) {
            throw $node->error('picture', new Message('design.wrong.picture_source'));
        }
        if ($node->has('pool')) {
            $names = $node->texts('pool', self::MOST_DEALT, self::NAME);

            return [] !== $names ? new Pool($names) : throw $node->error('pool', new Message('design.wrong.empty_pool'));
        }

        return $node->has('picture')
            ? $node->text('picture', 120, self::NAME)
            : OfPattern::pattern($node, 'pattern', self::MOST_LETTERS, $locale, 1);
    }

    public function write(string $name, mixed $value): array
    {
        return match (true) {
            $value instanceof Pattern => ['pattern' => $value->source],
            $value instanceof Pool => ['pool' => $value->names],
            default => ['picture' => $value],
        };
    }
}

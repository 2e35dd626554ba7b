<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** Text with columns, written as the source of a pattern. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OfPattern extends Plain
{
    public function __construct(string $says, private int $most)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): Pattern
    {
        return self::pattern($node, $name, $this->most, $locale);
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => $value instanceof Pattern ? $value->source : $value];
    }

    public static function pattern(JsonNode $node, string $name, int $most, string $locale, int $least = 0): Pattern
    {
        try {
            return Pattern::parse($node->text($name, $most, least: $least), $locale);
        } catch (PatternException $e) {
            throw $node->error($name, Message::why($e));
        }
    }
}

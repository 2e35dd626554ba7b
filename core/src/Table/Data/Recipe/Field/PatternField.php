<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;

/** Text with columns. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class PatternField extends Field
{
    /** @param bool $begins whether a new one begins with the column that the recipe was asked for at */
    public function __construct(private bool $begins = false)
    {
    }

    public function control(): string
    {
        return 'pattern';
    }

    /** @param mixed $said its source, or an editor's words and columns */
    public function read(mixed $said, mixed $default, string $locale, string $id): Pattern
    {
        try {
            $source = \is_string($said) ? $said : PatternParts::source($said ?? []);

            return Pattern::parse(mb_substr($source, 0, self::MOST_LETTERS), $locale);
        } catch (PatternException $e) {
            throw new TableException($e->says(), 0, $e);
        }
    }

    public function write(mixed $value): mixed
    {
        return $value instanceof Pattern ? $value->source : $value;
    }

    public function shown(mixed $value): mixed
    {
        return $value instanceof Pattern ? PatternParts::of($value) : [];
    }

    public function more(string $id): array
    {
        return ['begins' => $this->begins];
    }
}

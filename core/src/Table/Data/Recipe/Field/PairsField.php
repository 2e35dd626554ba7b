<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** A small table of values and their replacements. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class PairsField extends Field
{
    public function control(): string
    {
        return 'pairs';
    }

    /** @return array<string, string> */
    public function read(mixed $said, mixed $default, string $locale, string $id): array
    {
        $map = [];
        foreach (\is_array($said) ? \array_slice($said, 0, self::MOST_ENTRIES) : [] as $pair) {
            if (\is_array($pair) && \is_string($pair[0] ?? null) && '' !== trim($pair[0])) {
                $map[$pair[0]] = \is_string($pair[1] ?? null) ? $pair[1] : '';
            }
        }

        return [] !== $map ? $map : throw new TableException(new Message("$id.needs"));
    }

    /** @return list<array{string, string}> */
    public function write(mixed $value): array
    {
        $pairs = \is_array($value) ? $value : [];

        return array_map(
            static fn (string $from, string $to): array => [$from, $to],
            array_map(strval(...), array_keys($pairs)),
            array_values($pairs),
        );
    }
}

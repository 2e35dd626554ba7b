<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;

/** One of several common values, or a custom one. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class EitherField extends Field
{
    /** @param array<string, string> $options names of their words, by what is kept */
    public function __construct(private array $options)
    {
    }

    public function control(): string
    {
        return 'either';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): string
    {
        return self::text($said, $default);
    }

    public function more(string $id): array
    {
        return [
            'of' => array_map(static fn (string $name): Message => new Message("$id.of.$name"), $this->options),
            'other' => new Message("$id.other"),
            'hint' => new Message("$id.hint"),
        ];
    }
}

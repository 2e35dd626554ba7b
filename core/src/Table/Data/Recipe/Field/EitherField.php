<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

/** One of several common ones, or words of one's own. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class EitherField extends Field
{
    /** @param array<string, string> $options words by what is kept */
    public function __construct(string $label, private array $options, private string $other, private string $hint)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'either';
    }

    public function read(mixed $said, mixed $default, string $locale): string
    {
        return self::text($said, $default);
    }

    public function more(): array
    {
        return ['of' => $this->options, 'other' => $this->other, 'hint' => $this->hint];
    }
}

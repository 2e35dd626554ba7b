<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

/** One of several, in the words of the sentence. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ChoiceField extends Field
{
    /**
     * @param array<string, string>           $options words by what is kept
     * @param class-string<\BackedEnum>|null $enum    that it is a case of
     */
    public function __construct(string $label, private array $options, private ?string $enum = null)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'choice';
    }

    public function read(mixed $said, mixed $default, string $locale): string|\BackedEnum
    {
        $default = $default instanceof \BackedEnum ? (string) $default->value : $default;
        $text = self::text($said, $default);
        $value = isset($this->options[$text]) ? $text : (string) $default;

        return null === $this->enum ? $value : $this->enum::from($value);
    }

    public function write(mixed $value): mixed
    {
        return $value instanceof \BackedEnum ? $value->value : $value;
    }

    public function more(): array
    {
        return ['of' => $this->options];
    }
}

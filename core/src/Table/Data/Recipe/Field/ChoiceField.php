<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;

/** One of several options, named as in the sentence. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ChoiceField extends Field
{
    /**
     * @param list<string>                   $options as they are kept
     * @param class-string<\BackedEnum>|null $enum    that it is a case of
     */
    public function __construct(private array $options, private ?string $enum = null)
    {
    }

    public function control(): string
    {
        return 'choice';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): string|\BackedEnum
    {
        $default = $default instanceof \BackedEnum ? (string) $default->value : $default;
        $text = self::text($said, $default);
        $value = \in_array($text, $this->options, true) ? $text : (string) $default;

        return null === $this->enum ? $value : $this->enum::from($value);
    }

    public function write(mixed $value): mixed
    {
        return $value instanceof \BackedEnum ? $value->value : $value;
    }

    public function more(string $id): array
    {
        return ['of' => self::options($this->options, $id)];
    }

    /**
     * @param list<string> $options
     *
     * @return array<string, Message>
     */
    private static function options(array $options, string $id): array
    {
        $words = [];
        foreach ($options as $option) {
            $words[$option] = new Message("$id.of." . ('' === $option ? 'none' : strtr($option, '-', '_')));
        }

        return $words;
    }
}

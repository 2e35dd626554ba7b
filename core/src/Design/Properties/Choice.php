<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** One of the cases of an enumeration, which is the type of the value. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Choice extends Plain implements Typed
{
    /** @param class-string<\BackedEnum>|null $type */
    public function __construct(string $says, private ?string $type = null)
    {
        parent::__construct($says);
    }

    public function forType(string $type): self
    {
        return is_subclass_of($type, \BackedEnum::class) ? new self($this->says, $type) : throw self::no($type);
    }

    public function read(JsonNode $node, string $name, string $locale): \BackedEnum
    {
        return $node->enum($name, $this->type ?? throw self::no('nothing'));
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => $value instanceof \BackedEnum ? $value->value : $value];
    }

    public function shown(mixed $value, Units $measure): mixed
    {
        return $value instanceof \BackedEnum ? $value->value : $value;
    }

    private static function no(string $type): \LogicException
    {
        return new \LogicException("$type is no enumeration");
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Several properties that belong together: an object whose class declares them. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Group extends Plain implements Typed, Nested
{
    /** @param class-string|null $type */
    public function __construct(string $says, private ?string $type = null)
    {
        parent::__construct($says);
    }

    public function forType(string $type): self
    {
        return class_exists($type) ? new self($this->says, $type) : throw new \LogicException("$type is no class");
    }

    public function declared(): Declared
    {
        return Declared::of($this->type ?? throw new \LogicException('A group of no class'));
    }

    public function read(JsonNode $node, string $name, string $locale): object
    {
        $own = $node->child($name);
        $own->onlyKeys(...$this->declared()->keys());

        return $this->declared()->read($own, $locale);
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => \is_object($value) ? $this->declared()->write($value) : null];
    }

    public function scaled(mixed $value, float $by): mixed
    {
        return \is_object($value) ? $this->declared()->scaled($value, $by) : $value;
    }
}

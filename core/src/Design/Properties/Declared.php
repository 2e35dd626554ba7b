<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/**
 * The properties a class of the design declares, by attributes on its constructor's parameters. The codec, descriptions
 * of edits, scaling, input and the controls of the rule line are derived from them.
 */
final class Declared
{
    /** @var array<class-string, self> */
    private static array $known = [];

    /**
     * @param class-string                                                                               $class
     * @param array<string, array{property: Property, optional: bool, default: mixed, nullable: bool}> $values by name
     */
    private function __construct(
        private readonly string $class,
        private readonly array $values,
        private readonly bool $byName,
    ) {
    }

    /** @param class-string $class */
    public static function of(string $class): self
    {
        return self::$known[$class] ??= self::look($class);
    }

    /** @return list<string> of the file format */
    public function keys(): array
    {
        $keys = [];
        foreach ($this->values as $name => $value) {
            array_push($keys, ...$value['property']->keys($name));
        }

        return $keys;
    }

    /** @throws DesignException */
    public function read(JsonNode $node, string $locale): object
    {
        $made = [];
        foreach ($this->values as $name => ['property' => $property, 'optional' => $optional, 'nullable' => $nullable]) {
            $there = [] !== array_filter($property->keys($name), $node->has(...));
            if (!$there && $nullable && $node->isNull($name)) {
                $made[$name] = null;
            } elseif ($there || !$optional) {
                $made[$name] = $property->read($node, $name, $locale);
            }
        }
        try {
            return $this->make($made);
        } catch (InvalidValueException $e) {
            throw $node->error($e->key, $e->what);
        }
    }

    /** @throws DesignException */
    public function readAt(JsonNode $node, string $name, string $locale): object
    {
        return (new Group('', $this->class))->read($node, $name, $locale);
    }

    /** @return array<string, mixed> */
    public function write(object $object): array
    {
        $data = [];
        foreach ($this->values as $name => $value) {
            // Null that nobody has to say is not written.
            if ($value['optional'] && null === $value['default'] && null === $object->{$name} && !self::isGroup($value)) {
                continue;
            }
            $data += $value['property']->write($name, $object->{$name});
        }

        return $data;
    }

    /** A copy with all lengths multiplied. */
    public function scaled(object $object, float $by): object
    {
        $made = [];
        foreach ($this->values as $name => $value) {
            $made[$name] = $value['property']->scaled($object->{$name}, $by);
        }

        return $this->make($made);
    }

    /** The property at a path such as `style.size`; null if there is none. */
    public function property(string $path): ?Property
    {
        [$first, $rest] = explode('.', $path, 2) + [1 => null];
        foreach ($this->values as $name => ['property' => $property]) {
            if ($name === $first || (null === $rest && \in_array($first, $property->keys($name), true))) {
                return match (true) {
                    null === $rest => $property,
                    $property instanceof Nested => $property->declared()->property($rest),
                    default => null,
                };
            }
        }

        return null;
    }

    /** The value at a path; null if there is none. */
    public static function at(object $object, string $path): mixed
    {
        $value = $object;
        foreach (explode('.', $path) as $step) {
            $value = \is_object($value) ? $value->{$step} ?? null : null;
        }

        return $value;
    }

    /** @param array<string, mixed> $values by name */
    private function make(array $values): object
    {
        $class = $this->class;

        return $this->byName ? $class::of(...$values) : new $class(...$values);
    }

    /** @param array{property: Property, optional: bool, default: mixed, nullable: bool} $value */
    private static function isGroup(array $value): bool
    {
        return $value['property'] instanceof Group;
    }

    /** @param class-string $class */
    private static function look(string $class): self
    {
        $reflection = new \ReflectionClass($class);
        $inherited = [];
        for ($parent = $reflection->getParentClass(); false !== $parent; $parent = $parent->getParentClass()) {
            foreach ($parent->getConstructor()?->getParameters() ?? [] as $parameter) {
                $inherited[$parameter->name] ??= $parameter;
            }
        }
        $values = [];
        foreach ($reflection->getConstructor()?->getParameters() ?? [] as $parameter) {
            $property = self::declaration($parameter) ?? self::declaration($inherited[$parameter->name] ?? $parameter);
            if (null !== $property) {
                $values[$parameter->name] = [
                    'property' => $property,
                    'optional' => $parameter->isDefaultValueAvailable(),
                    'default' => $parameter->isDefaultValueAvailable() ? $parameter->getDefaultValue() : null,
                    'nullable' => $parameter->allowsNull(),
                ];
            }
        }

        return new self($class, $values, false === $reflection->getConstructor()?->isPublic());
    }

    private static function declaration(\ReflectionParameter $parameter): ?Property
    {
        foreach ($parameter->getAttributes(Property::class, \ReflectionAttribute::IS_INSTANCEOF) as $attribute) {
            $property = $attribute->newInstance();
            $type = $parameter->getType();

            return $property instanceof Typed && $type instanceof \ReflectionNamedType
                ? $property->forType($type->getName())
                : $property;
        }

        return null;
    }
}

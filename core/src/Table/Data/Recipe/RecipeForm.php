<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\Field;
use Morphea\Core\Table\Data\TableException;

/** What a recipe's class declares, read once. */
final class RecipeForm
{
    /** @var array<class-string, self> */
    private static array $known = [];

    /**
     * @param class-string<Recipe>  $class
     * @param array<string, Field>  $fields   by name
     * @param array<string, mixed>  $defaults by name
     */
    private function __construct(
        private readonly string $class,
        public readonly RecipeSentence $sentence,
        private readonly array $fields,
        private readonly array $defaults,
    ) {
    }

    /** @param class-string<Recipe> $class */
    public static function of(string $class): self
    {
        return self::$known[$class] ??= self::declared(new \ReflectionClass($class));
    }

    /**
     * @param array<mixed> $data
     *
     * @throws TableException in words
     */
    public function read(array $data, string $locale): Recipe
    {
        $values = [];
        foreach ($this->fields as $name => $field) {
            $values[$name] = $field->read($data[$name] ?? null, $this->defaults[$name] ?? null, $locale, $this->id($name));
        }

        return new $this->class(...$values);
    }

    /** @return array<string, mixed> */
    public function write(Recipe $recipe): array
    {
        return $this->each($recipe, static fn (Field $field, mixed $value): mixed => $field->write($value));
    }

    /** @return array<string, mixed> as an editor shows it */
    public function shown(Recipe $recipe): array
    {
        return $this->each($recipe, static fn (Field $field, mixed $value): mixed => $field->shown($value));
    }

    /**
     * @return array{label: Message, by: string|null, of: array<array-key, string>, sentences: array<string, Message>, below: list<string>,
     *     fields: array<string, array<string, mixed>>} with each field in braces in the sentences
     */
    public function toArray(): array
    {
        $fields = [];
        foreach ($this->fields as $name => $field) {
            $start = \array_key_exists($name, $this->defaults) ? ['start' => $field->shown($this->defaults[$name])] : [];
            $id = $this->id($name);
            $fields[$name] = ['control' => $field->control(), 'label' => new Message("$id.label")] + $field->more($id) + $start;
        }

        $slots = array_map(static fn (string $name): string => "{{$name}}", array_combine(array_keys($fields), array_keys($fields)));
        $sentences = [];
        foreach (array_unique([RecipeSentence::PLAIN, ...array_values($this->sentence->sentences)]) as $one) {
            $sentences[$one] = new Message($this->id("sentence.$one"), $slots);
        }

        return [
            'label' => new Message($this->id('label')),
            'by' => $this->sentence->by,
            'of' => $this->sentence->sentences,
            'sentences' => $sentences,
            'below' => $this->sentence->below,
            'fields' => $fields,
        ];
    }

    private function id(string $name): string
    {
        return "recipes.{$this->sentence->name}.$name";
    }

    /**
     * @param \Closure(Field, mixed): mixed $as
     *
     * @return array<string, mixed>
     */
    private function each(Recipe $recipe, \Closure $as): array
    {
        $values = ['recipe' => $this->sentence->name];
        foreach ($this->fields as $name => $field) {
            $values[$name] = $as($field, $recipe->{$name});
        }

        return $values;
    }

    /** @param \ReflectionClass<Recipe> $class */
    private static function declared(\ReflectionClass $class): self
    {
        $sentence = ($class->getAttributes(RecipeSentence::class)[0] ?? null)?->newInstance()
            ?? throw new \LogicException("{$class->getName()} has no sentence");
        $fields = $defaults = [];
        foreach ($class->getConstructor()?->getParameters() ?? [] as $parameter) {
            $attribute = $parameter->getAttributes(Field::class, \ReflectionAttribute::IS_INSTANCEOF)[0] ?? null;
            $fields[$parameter->getName()] = $attribute?->newInstance()
                ?? throw new \LogicException("{$class->getName()}: \${$parameter->getName()} is no field");
            if ($parameter->isDefaultValueAvailable()) {
                $defaults[$parameter->getName()] = $parameter->getDefaultValue();
            }
        }

        return new self($class->getName(), $sentence, $fields, $defaults);
    }
}

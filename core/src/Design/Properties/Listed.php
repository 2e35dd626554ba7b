<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A list of objects of one class, which declares their properties. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Listed extends Plain
{
    /**
     * @param class-string $of
     * @param string|null  $key as the file format has it, where it keeps an older name
     */
    public function __construct(
        string $says,
        private string $of,
        private int $most,
        private int $least = 0,
        private ?string $key = null,
    ) {
        parent::__construct($says);
    }

    public function keys(string $name): array
    {
        return [$this->key ?? $name];
    }

    /** @return list<object> */
    public function read(JsonNode $node, string $name, string $locale): array
    {
        $declared = Declared::of($this->of);

        return array_map(static function (JsonNode $one) use ($declared, $locale): object {
            $one->onlyKeys(...$declared->keys());

            return $declared->read($one, $locale);
        }, $node->list($this->key ?? $name, $this->least, $this->most));
    }

    public function write(string $name, mixed $value): array
    {
        return [$this->key ?? $name => array_map(Declared::of($this->of)->write(...), array_values((array) $value))];
    }

    public function scaled(mixed $value, float $by): mixed
    {
        return array_map(fn (object $one): object => Declared::of($this->of)->scaled($one, $by), (array) $value);
    }
}

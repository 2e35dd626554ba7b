<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/** A decoded JSON object that knows its path, so that every error can say where it is. */
final readonly class JsonNode
{
    /** @var array<array-key, mixed> */
    private array $data;

    /** @throws DesignException when the value is no object */
    public function __construct(private string $path, mixed $data)
    {
        if (!\is_array($data) || (array_is_list($data) && [] !== $data)) {
            throw new DesignException('' === $path ? 'template.json' : $path, new Message('design.wrong.object'));
        }
        $this->data = $data;
    }

    public function onlyKeys(string ...$known): void
    {
        foreach (array_keys($this->data) as $key) {
            if (!\in_array((string) $key, $known, true)) {
                throw new DesignException(
                    $this->path,
                    new Message('design.wrong.unknown_key', ['key' => mb_strcut((string) $key, 0, 60), 'known' => implode(', ', $known)]),
                );
            }
        }
    }

    public function has(string $key): bool
    {
        return \array_key_exists($key, $this->data) && null !== $this->data[$key];
    }

    /** Whether the key is explicitly null. */
    public function isNull(string $key): bool
    {
        return \array_key_exists($key, $this->data) && null === $this->data[$key];
    }

    public function child(string $key): self
    {
        return new self($this->at($key), $this->value($key));
    }

    /** @return list<self> */
    public function list(string $key, int $least, int $most): array
    {
        $value = $this->value($key);
        if (!\is_array($value) || !array_is_list($value)) {
            throw $this->error($key, new Message('design.wrong.list'));
        }
        if (\count($value) < $least || \count($value) > $most) {
            throw $this->error(
                $key,
                new Message('design.wrong.entries', ['count' => \count($value), 'least' => $least, 'most' => $most]),
            );
        }

        return array_map(fn (int $i): self => new self($this->at($key) . "[$i]", $value[$i]), array_keys($value));
    }

    /** @param non-empty-string|null $form a regular expression */
    public function text(string $key, int $most, ?string $form = null, int $least = 1): string
    {
        $value = $this->value($key);
        if (!\is_string($value) || !mb_check_encoding($value, 'UTF-8')) {
            throw $this->error($key, new Message('design.wrong.text'));
        }
        $length = mb_strlen($value, 'UTF-8');
        if ($length < $least || $length > $most) {
            throw $this->error($key, new Message('design.wrong.characters', ['count' => $length, 'least' => $least, 'most' => $most]));
        }
        if (null !== $form && 1 !== preg_match($form, $value)) {
            throw $this->error($key, new Message('design.wrong.form', ['value' => mb_strcut($value, 0, 60)]));
        }

        return $value;
    }

    public function isObject(string $key): bool
    {
        return \is_array($this->data[$key] ?? null);
    }

    /**
     * @param non-empty-string $form a regular expression
     *
     * @return list<string>
     */
    public function texts(string $key, int $most, string $form): array
    {
        $values = $this->value($key);
        if (!\is_array($values) || !array_is_list($values) || \count($values) > $most) {
            throw $this->error($key, new Message('design.wrong.long_list', ['most' => $most]));
        }
        foreach ($values as $i => $value) {
            if (!\is_string($value) || 1 !== preg_match($form, $value)) {
                throw $this->error($key . "[$i]", new Message('design.wrong.form_of_entry'));
            }
        }

        return array_values(array_filter($values, is_string(...)));
    }

    /** @return list<float> */
    public function numbers(string $key, int $most, float $lowest, float $highest): array
    {
        $values = $this->value($key);
        if (!\is_array($values) || !array_is_list($values) || \count($values) > $most) {
            throw $this->error($key, new Message('design.wrong.numbers', ['most' => $most]));
        }

        $numbers = [];
        foreach ($values as $i => $value) {
            if ((!\is_int($value) && !\is_float($value)) || $value < $lowest || $value > $highest) {
                throw $this->error($key . "[$i]", new Message('design.wrong.between', ['least' => $lowest, 'most' => $highest]));
            }
            $numbers[] = (float) $value;
        }

        return $numbers;
    }

    public function number(string $key, float $least, float $most): float
    {
        $value = $this->value($key);
        if ((!\is_int($value) && !\is_float($value)) || !is_finite($value)) {
            throw $this->error($key, new Message('design.wrong.number'));
        }
        if ($value < $least || $value > $most) {
            throw $this->error($key, new Message('design.wrong.range', ['value' => $value, 'least' => $least, 'most' => $most]));
        }

        return (float) $value;
    }

    public function int(string $key, int $least, int $most): int
    {
        $value = $this->number($key, $least, $most);
        if (floor($value) !== $value) {
            throw $this->error($key, new Message('design.wrong.whole', ['value' => $value]));
        }

        return (int) $value;
    }

    public function bool(string $key): bool
    {
        $value = $this->value($key);

        return \is_bool($value) ? $value : throw $this->error($key, new Message('design.wrong.boolean'));
    }

    /**
     * @template T of \BackedEnum
     *
     * @param class-string<T> $enum
     *
     * @return T
     */
    public function enum(string $key, string $enum): \BackedEnum
    {
        return $enum::from(
            $this->oneOf($key, array_map(static fn (\BackedEnum $case): string => (string) $case->value, $enum::cases())),
        );
    }

    /** @param list<string> $words */
    public function oneOf(string $key, array $words): string
    {
        $value = $this->value($key);

        return \is_string($value) && \in_array($value, $words, true)
            ? $value
            : throw $this->error($key, new Message('design.wrong.one_of', ['values' => implode(', ', $words)]));
    }

    public function error(string $key, Message|string $what): DesignException
    {
        return new DesignException($this->at($key), $what);
    }

    private function value(string $key): mixed
    {
        return \array_key_exists($key, $this->data) ? $this->data[$key] : throw $this->error($key, new Message('design.wrong.missing'));
    }

    private function at(string $key): string
    {
        return '' === $this->path ? $key : "$this->path.$key";
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A decoded JSON object that knows its path, so that every complaint says where. */
final readonly class JsonNode
{
    /** @var array<array-key, mixed> */
    private array $data;

    /** @throws DesignException when the value is no object */
    public function __construct(private string $path, mixed $data)
    {
        if (!\is_array($data) || (array_is_list($data) && [] !== $data)) {
            throw new DesignException('' === $path ? 'template.json' : $path, 'must be an object with named keys');
        }
        $this->data = $data;
    }

    public function onlyKeys(string ...$known): void
    {
        foreach (array_keys($this->data) as $key) {
            if (!\in_array((string) $key, $known, true)) {
                throw new DesignException(
                    $this->path,
                    \sprintf('has an unknown key "%s"; known here: %s', mb_strcut((string) $key, 0, 60), implode(', ', $known)),
                );
            }
        }
    }

    public function has(string $key): bool
    {
        return \array_key_exists($key, $this->data) && null !== $this->data[$key];
    }

    /** Whether it is said that there is nothing. */
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
            throw $this->error($key, 'must be a list');
        }
        if (\count($value) < $least || \count($value) > $most) {
            throw $this->error(
                $key,
                \sprintf(
                    'has %d entries; %s',
                    \count($value),
                    $least === $most ? "it must have $least" : "it may have $least to $most",
                ),
            );
        }

        return array_map(fn (int $i): self => new self($this->at($key) . "[$i]", $value[$i]), array_keys($value));
    }

    /** @param non-empty-string|null $form a regular expression */
    public function text(string $key, int $most, ?string $form = null, int $least = 1): string
    {
        $value = $this->value($key);
        if (!\is_string($value) || !mb_check_encoding($value, 'UTF-8')) {
            throw $this->error($key, 'must be text');
        }
        $length = mb_strlen($value, 'UTF-8');
        if ($length < $least || $length > $most) {
            throw $this->error($key, \sprintf('has %d characters; it may have %d to %d', $length, $least, $most));
        }
        if (null !== $form && 1 !== preg_match($form, $value)) {
            throw $this->error($key, \sprintf('"%s" is not of the expected form', mb_strcut($value, 0, 60)));
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
            throw $this->error($key, "must be a list of at most $most");
        }
        foreach ($values as $i => $value) {
            if (!\is_string($value) || 1 !== preg_match($form, $value)) {
                throw $this->error($key . "[$i]", 'is not of the expected form');
            }
        }

        return array_values(array_filter($values, is_string(...)));
    }

    /** @return list<float> */
    public function numbers(string $key, int $most, float $lowest, float $highest): array
    {
        $values = $this->value($key);
        if (!\is_array($values) || !array_is_list($values) || \count($values) > $most) {
            throw $this->error($key, "must be a list of at most $most numbers");
        }

        $numbers = [];
        foreach ($values as $i => $value) {
            if ((!\is_int($value) && !\is_float($value)) || $value < $lowest || $value > $highest) {
                throw $this->error($key . "[$i]", "must be a number between $lowest and $highest");
            }
            $numbers[] = (float) $value;
        }

        return $numbers;
    }

    public function number(string $key, float $least, float $most): float
    {
        $value = $this->value($key);
        if ((!\is_int($value) && !\is_float($value)) || !is_finite($value)) {
            throw $this->error($key, 'must be a number');
        }
        if ($value < $least || $value > $most) {
            throw $this->error($key, \sprintf('is %s; it must lie between %s and %s', $value, $least, $most));
        }

        return (float) $value;
    }

    public function int(string $key, int $least, int $most): int
    {
        $value = $this->number($key, $least, $most);
        if (floor($value) !== $value) {
            throw $this->error($key, \sprintf('is %s; it must be a whole number', $value));
        }

        return (int) $value;
    }

    public function bool(string $key): bool
    {
        $value = $this->value($key);

        return \is_bool($value) ? $value : throw $this->error($key, 'must be true or false');
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
            : throw $this->error($key, 'must be one of: ' . implode(', ', $words));
    }

    public function error(string $key, string $what): DesignException
    {
        return new DesignException($this->at($key), $what);
    }

    private function value(string $key): mixed
    {
        return \array_key_exists($key, $this->data) ? $this->data[$key] : throw $this->error($key, 'is missing');
    }

    private function at(string $key): string
    {
        return '' === $this->path ? $key : "$this->path.$key";
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core;

/**
 * A sentence that is translated when somebody reads it: its id and its parameters. These are stored, rather than the
 * words.
 *
 * @phpstan-type Slot string|int|float|bool|self|\DateTimeInterface
 */
final readonly class Message implements \JsonSerializable
{
    /**
     * @param string                          $id         its catalogue and its name there, as in `account.password.short`
     * @param array<string, Slot|list<Slot>>  $parameters what stands in it, by name; a list is put into words as one
     */
    public function __construct(public string $id, public array $parameters = [])
    {
    }

    /**
     * Why something failed, as told to people.
     *
     * @param int $most characters of what was not meant for them
     */
    public static function why(\Throwable $e, int $most = 300): self|string
    {
        if ($e instanceof MessageException) {
            return $e->says();
        }
        // What others throw may have one of ours for its words.
        $kept = self::read($e->getMessage());

        return $kept instanceof self ? $kept : mb_strimwidth($kept, 0, $most, '…', 'UTF-8');
    }

    /** @return array{id: string, parameters: array<string, mixed>} */
    public function jsonSerialize(): array
    {
        return ['id' => $this->id, 'parameters' => array_map(self::plain(...), $this->parameters)];
    }

    /** The JSON that is stored in a text column. */
    public function stored(): string
    {
        return json_encode($this, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION);
    }

    /** What was stored; sentences stored as words, from before there were messages, stay as they are. */
    public static function read(string $stored): self|string
    {
        $found = str_starts_with($stored, '{"id":"') ? self::decoded(json_decode($stored, true)) : null;

        return $found instanceof self ? $found : $stored;
    }

    /** The same from decoded JSON; null if it is not a message. */
    public static function decoded(mixed $found): self|string|null
    {
        return \is_array($found) ? self::made($found) : (\is_string($found) || $found instanceof self ? $found : null);
    }

    /** @param array<mixed> $found */
    private static function made(array $found): ?self
    {
        if (!\is_string($found['id'] ?? null) || !\is_array($found['parameters'] ?? null)) {
            return null;
        }
        $parameters = [];
        foreach ($found['parameters'] as $name => $value) {
            $parameters[(string) $name] = \is_array($value) && array_is_list($value)
                ? array_map(self::slot(...), $value)
                : self::slot($value);
        }

        return new self($found['id'], $parameters);
    }

    private static function plain(mixed $value): mixed
    {
        return match (true) {
            $value instanceof \DateTimeInterface => ['at' => $value->getTimestamp()],
            \is_array($value) => array_map(self::plain(...), $value),
            default => $value,
        };
    }

    private static function slot(mixed $value): string|int|float|bool|self|\DateTimeInterface
    {
        return match (true) {
            \is_string($value), \is_int($value), \is_float($value), \is_bool($value) => $value,
            \is_array($value) && \is_int($value['at'] ?? null) => new \DateTimeImmutable('@' . $value['at']),
            \is_array($value) => self::made($value) ?? '',
            default => '',
        };
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Message;
use Morphea\Core\MessageException;
use PHPUnit\Framework\Assert;
use Symfony\Component\Yaml\Yaml;

/** Messages as they are said in English, for tests that hold what people read. */
final class English
{
    /** @var array<string, array<array-key, mixed>> */
    private static array $catalogues = [];

    public static function say(Message|MessageException|string|null $message): string
    {
        $message = $message instanceof MessageException ? $message->says() : $message;
        if (!$message instanceof Message) {
            return (string) $message;
        }
        $said = \MessageFormatter::formatMessage('en', self::pattern($message->id), array_map(self::slot(...), $message->parameters));
        Assert::assertIsString($said, $message->id);

        return $said;
    }

    /**
     * @param iterable<Message|string> $messages
     *
     * @return list<string>
     */
    public static function all(iterable $messages): array
    {
        $said = [];
        foreach ($messages as $message) {
            $said[] = self::say($message);
        }

        return $said;
    }

    /** Does what throws, and holds what is said then. */
    public static function refuses(string $says, \Closure $does): void
    {
        try {
            $does();
        } catch (MessageException $e) {
            Assert::assertStringContainsString($says, self::say($e));

            return;
        }
        Assert::fail("Nothing was refused by “{$says}”.");
    }

    private static function pattern(string $id): string
    {
        $steps = explode('.', $id);
        $name = array_shift($steps);
        $found = self::$catalogues[$name] ??= (array) Yaml::parseFile(\dirname(__DIR__, 2) . "/translations/$name+intl-icu.en.yaml");
        foreach ($steps as $step) {
            $found = \is_array($found) ? $found[$step] ?? null : null;
        }
        Assert::assertIsString($found, "$id is in no catalogue");

        return $found;
    }

    private static function slot(mixed $value): mixed
    {
        return match (true) {
            $value instanceof Message => self::say($value),
            $value instanceof \DateTimeInterface => $value->format('j F Y \a\t H:i'),
            \is_bool($value) => $value ? 'yes' : 'no',
            \is_array($value) => self::list(array_map(self::slot(...), array_values($value))),
            default => $value,
        };
    }

    /** @param list<mixed> $all */
    private static function list(array $all): string
    {
        $all = array_map(static fn (mixed $one): string => \is_scalar($one) ? (string) $one : '', $all);
        $last = array_pop($all);

        return [] === $all ? (string) $last : implode(', ', $all) . " and $last";
    }
}

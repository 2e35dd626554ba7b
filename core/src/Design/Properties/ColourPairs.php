<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Replacements of colours: a list of `{from, to}`. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ColourPairs extends Plain
{
    private const MOST = 64;

    /** @return array<string, string> the new by the old */
    public function read(JsonNode $node, string $name, string $locale): array
    {
        $colours = [];
        foreach ($node->list($name, 0, self::MOST) as $pair) {
            $pair->onlyKeys('from', 'to');
            $colours[strtoupper($pair->text('from', 7, Colour::FORM))] = strtoupper($pair->text('to', 7, Colour::FORM));
        }

        return $colours;
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => self::pairs((array) $value)];
    }

    /**
     * @param array<array-key, mixed> $colours
     *
     * @return list<array{from: string, to: string}>
     */
    public static function pairs(array $colours): array
    {
        return array_map(
            static fn (string|int $from, mixed $to): array => ['from' => (string) $from, 'to' => (string) $to],
            array_keys($colours),
            array_values($colours),
        );
    }
}

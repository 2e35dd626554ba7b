<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;

/**
 * A pattern as a list that an editor can show as text and key-caps, and back. A part is either `{words}` or `{column,
 * shown, one, other, source}`.
 *
 * @phpstan-type Part array{words: string}|array{column: string, shown: string, one: string, other: string, source: string}
 */
final readonly class PatternParts
{
    /** @return list<Part> */
    public static function of(Pattern $pattern): array
    {
        return array_map(
            static fn (Literal|Argument $part): array => $part instanceof Literal
                ? ['words' => $part->text]
                : [
                    'column' => $part->key,
                    'shown' => DisplayStyle::of($part)->value,
                    'one' => self::plain($part->branches['one'] ?? ''),
                    'other' => self::plain($part->branches['other'] ?? ''),
                    'source' => $part->source,
                ],
            $pattern->parts,
        );
    }

    /**
     * The pattern for the parts an editor sends back.
     *
     * @throws PatternException when it is no list of parts
     */
    public static function source(mixed $parts): string
    {
        if (!\is_array($parts) || !array_is_list($parts)) {
            throw new PatternException(new Message('table.pattern.not_whole'));
        }
        $source = '';
        foreach ($parts as $part) {
            if (\is_array($part) && \is_string($part['words'] ?? null)) {
                $source .= Pattern::quote($part['words']);
            } elseif (\is_array($part) && \is_string($part['column'] ?? null)) {
                $shown = DisplayStyle::tryFrom(\is_string($part['shown'] ?? null) ? $part['shown'] : '') ?? DisplayStyle::AsWritten;
                $text = static fn (string $key): string => \is_string($part[$key] ?? null) ? $part[$key] : '';
                $source .=
                    DisplayStyle::Own === $shown && '' !== $text('source')
                        ? $text('source')
                        : $shown->source($part['column'], $text('one'), $text('other'));
            } else {
                throw new PatternException(new Message('table.pattern.not_whole'));
            }
        }

        return $source;
    }

    /** A branch's text without its quoting. */
    private static function plain(string $branch): string
    {
        return implode(
            '',
            array_map(
                static fn (Literal|Argument $part): string => $part instanceof Literal ? $part->text : $part->source,
                PatternParser::parse($branch),
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;

/** What a text shows: patterns, each with its own style. */
final readonly class Content
{
    /** All of it as one pattern: which columns there are, and in what words. */
    public Pattern $pattern;

    /** @param non-empty-list<ContentPart> $parts */
    public function __construct(public array $parts)
    {
        $this->pattern = Pattern::parse(
            implode('', array_map(static fn (ContentPart $part): string => $part->pattern->source, $parts)),
        );
    }

    public static function plain(Pattern $pattern): self
    {
        return new self([new ContentPart($pattern, new Mark())]);
    }

    /**
     * From what an editor sends: parts as in PatternParts, each with an optional `mark`. Adjacent parts with the same
     * style are merged.
     *
     * @throws PatternException
     * @throws DesignException
     */
    public static function fromEditor(mixed $parts, string $locale): self
    {
        if (!\is_array($parts) || !array_is_list($parts)) {
            throw new PatternException(new Message('table.pattern.not_whole'));
        }
        $content = [];
        $source = '';
        $last = new Mark();
        foreach ($parts as $part) {
            $mark = self::mark(\is_array($part) ? $part['mark'] ?? null : null);
            if ($mark != $last && '' !== $source) {
                $content[] = new ContentPart(Pattern::parse($source, $locale), $last);
                $source = '';
            }
            $last = $mark;
            $source .= PatternParts::source([$part]);
        }
        $content[] = new ContentPart(Pattern::parse($source, $locale), $last);

        return new self($content);
    }

    /** @return list<array<string, mixed>> parts for an editor, as PatternParts has them; with `mark` where it is not plain */
    public function forEditor(): array
    {
        $parts = [];
        foreach ($this->parts as $part) {
            $mark = $part->mark->isPlain() ? [] : ['mark' => Declared::of(Mark::class)->write($part->mark)];
            foreach (PatternParts::of($part->pattern) as $one) {
                $parts[] = $one + $mark;
            }
        }

        return $parts;
    }

    /** @return list<array<string, mixed>> as in the file format */
    public function toArray(): array
    {
        return array_map(
            static fn (ContentPart $part): array => ['pattern' => $part->pattern->source] + $part->mark->toArray(),
            $this->parts,
        );
    }

    /** @param \Closure(Pattern): string $change the new source of each part */
    public function map(\Closure $change, string $locale): self
    {
        return new self(
            array_map(
                static fn (ContentPart $part): ContentPart => new ContentPart(
                    Pattern::parse($change($part->pattern), $locale),
                    $part->mark,
                ),
                $this->parts,
            ),
        );
    }

    private static function mark(mixed $mark): Mark
    {
        if (!\is_array($mark) || [] === $mark) {
            return new Mark();
        }

        return Mark::read(new JsonNode('mark', $mark));
    }
}

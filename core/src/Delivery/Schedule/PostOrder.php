<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Schedule;

use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternFiller;

/** The text of a post: its pattern, tags from columns, and the longest it may be. */
final readonly class PostOrder
{
    public const MOST = 10_000;

    /** @param string $tags pattern whose words become tags, each with a # */
    public function __construct(public string $words, public string $tags = '', public int $letters = 300)
    {
    }

    /** @param array<mixed> $said */
    public static function of(array $said): self
    {
        $text = static fn (string $key): string => \is_scalar($said[$key] ?? null) ? mb_substr((string) $said[$key], 0, 5_000) : '';

        return new self($text('words'), $text('tags'), max(1, min(self::MOST, '' === $text('letters') ? 300 : (int) $text('letters'))));
    }

    /** @return list<string> keys of the columns it shows */
    public function columns(): array
    {
        return [...Pattern::parse($this->words)->columns(), ...Pattern::parse($this->tags)->columns()];
    }

    /** @return array<string, string|int> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }

    /**
     * @param list<string> $keys
     *
     * @throws ScheduleException
     */
    public function check(array $keys, string $locale): void
    {
        foreach ([$this->words, $this->tags] as $source) {
            try {
                $unknown = Pattern::parse($source, $locale)->unknownColumns($keys);
            } catch (PatternException $e) {
                throw new ScheduleException($e->says(), 0, $e);
            }
            if ([] !== $unknown) {
                throw new ScheduleException(Pattern::unknown($unknown));
            }
        }
    }

    /** The text and tags of a row, as posted. */
    public function text(Record $row, string $locale): string
    {
        $filler = new PatternFiller($locale);
        $fill = static fn (string $source): string => trim(
            $filler->fill(Pattern::parse($source, $locale), $row->cells, $row->monthFirst)->text,
        );
        $tags = implode(' ', array_unique(array_filter(array_map(
            self::tag(...),
            preg_split('/[,;\s]+/u', $fill($this->tags), -1, \PREG_SPLIT_NO_EMPTY) ?: [],
        ))));

        return trim($fill($this->words) . ('' === $tags ? '' : "\n\n$tags"));
    }

    /** The number of characters as people count them (grapheme clusters). */
    public static function length(string $text): int
    {
        return (int) grapheme_strlen($text);
    }

    private static function tag(string $word): string
    {
        $letters = (string) preg_replace('/[^\p{L}\p{N}\p{M}_]+/u', '', $word);

        return '' === $letters ? '' : "#$letters";
    }
}

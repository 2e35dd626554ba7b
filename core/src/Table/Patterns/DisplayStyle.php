<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;

/** The display styles people can pick for a column, so that nobody has to write a pattern. */
enum DisplayStyle: string
{
    case AsWritten = 'as-written';
    case Number = 'number';
    case DateShort = 'date-short';
    case DateMedium = 'date-medium';
    case DateLong = 'date-long';
    case Counted = 'counted';
    /** Anything else ICU can say; it is kept as it stands. */
    case Own = 'own';

    /** 4 March 2026, noon UTC: day and month can be told apart. */
    private const EXAMPLE = 1_772_625_600;

    public static function of(Argument $argument): self
    {
        return match (true) {
            null === $argument->type => self::AsWritten,
            'number' === $argument->type && null === $argument->style => self::Number,
            'date' === $argument->type => match ($argument->style) {
                'short' => self::DateShort,
                'medium', null => self::DateMedium,
                'long' => self::DateLong,
                default => self::Own,
            },
            'plural' === $argument->type && ['one', 'other'] === array_keys($argument->branches) && [] === $argument->inner
                => self::Counted,
            default => self::Own,
        };
    }

    /** @param string $locale of the design, in which the example is */
    public function label(string $locale): Message
    {
        $example = match ($this) {
            self::Number => \MessageFormatter::formatMessage($locale, '{0, number}', [1200]),
            self::DateShort, self::DateMedium, self::DateLong => \MessageFormatter::formatMessage(
                $locale,
                '{0, date, ' . substr($this->value, \strlen('date-')) . '}',
                [self::EXAMPLE],
            ),
            default => false,
        };

        return new Message('table.display.' . strtr($this->value, '-', '_'), false === $example ? [] : ['sample' => $example]);
    }

    /** A short form for a key-cap. */
    public function brief(): ?Message
    {
        return match ($this) {
            self::AsWritten => null,
            self::Number => new Message('table.display.brief.number'),
            self::DateShort, self::DateMedium, self::DateLong => new Message('table.display.brief.date'),
            self::Counted => new Message('table.display.brief.counted'),
            self::Own => new Message('table.display.brief.own'),
        };
    }

    /** @return list<array{value: string, label: Message, brief: Message|null}> as people pick from them */
    public static function choices(string $locale): array
    {
        return array_map(
            static fn (self $shown): array => [
                'value' => $shown->value,
                'label' => $shown->label($locale),
                'brief' => $shown->brief(),
            ],
            self::cases(),
        );
    }

    /**
     * The pattern for a column in this style.
     *
     * @param string $one   words for exactly one, # being the number
     * @param string $other words for any other number
     */
    public function source(string $key, string $one = '', string $other = ''): string
    {
        $branch = static fn (string $words): string => Pattern::quote('' === trim($words) ? '#' : $words);

        return match ($this) {
            self::AsWritten, self::Own => Pattern::column($key),
            self::Number => "{{$key}, number}",
            self::DateShort => "{{$key}, date, short}",
            self::DateMedium => "{{$key}, date, medium}",
            self::DateLong => "{{$key}, date, long}",
            self::Counted => "{{$key}, plural, one {{$branch($one)}} other {{$branch($other)}}}",
        };
    }
}

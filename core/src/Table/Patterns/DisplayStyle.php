<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** The ways to show a column that people pick from a list, so that nobody has to write a pattern by hand. */
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

    public function label(): string
    {
        return match ($this) {
            self::AsWritten => 'as written',
            self::Number => 'as a number, 1,200',
            self::DateShort => 'as a date, 04/03/2026',
            self::DateMedium => 'as a date, 4 Mar 2026',
            self::DateLong => 'as a date, 4 March 2026',
            self::Counted => 'counted, 1 hour, 2 hours',
            self::Own => 'by a pattern of its own',
        };
    }

    /** On a key-cap, where there is little room. */
    public function brief(): string
    {
        return match ($this) {
            self::AsWritten => '',
            self::Number => 'number',
            self::DateShort, self::DateMedium, self::DateLong => 'date',
            self::Counted => 'counted',
            self::Own => 'own pattern',
        };
    }

    /** @return list<array{value: string, label: string, brief: string}> as people pick from them */
    public static function choices(): array
    {
        return array_map(
            static fn (self $shown): array => [
                'value' => $shown->value,
                'label' => $shown->label(),
                'brief' => $shown->brief(),
            ],
            self::cases(),
        );
    }

    /**
     * The pattern's text for a column shown this way.
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

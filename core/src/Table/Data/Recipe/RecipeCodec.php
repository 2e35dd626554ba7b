<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;

/** Recipes from what a form or the database holds. Everything is checked; what does not hold is said in words. */
final readonly class RecipeCodec
{
    /** What recipes are called, by the name they go by in files. */
    public const NAMES = [
        'join' => 'Join columns',
        'map' => 'Map values',
        'series' => 'Number series',
        'replace' => 'Find and replace',
        'case' => 'Capitals and small letters',
        'split' => 'Split',
        'date' => 'Part of a date',
        'days' => 'Days between',
        'first' => 'First that is not empty',
        'when' => 'If, then',
        'picture' => 'Picture from a value',
        'deal' => 'Deal from a pool',
        'seal' => 'Code to check by',
    ];

    /** What holds where nothing else is said, for editors and for what is read. */
    public const DEFAULTS = [
        'map' => ['otherwise' => MapValues::KEEP],
        'series' => ['start' => 1, 'step' => 1, 'width' => 0, 'check' => ''],
        'case' => ['way' => 'title'],
        'split' => ['how' => Split::AT, 'at' => ' ', 'part' => 1, 'length' => 0],
        'date' => ['part' => 'year'],
        'when' => ['test' => 'is'],
        'deal' => ['seed' => 1],
    ];

    /** What can be picked, in the words of a recipe's sentence. */
    public const CHOICES = [
        'series' => ['check' => CheckDigit::WORDS],
        'case' => ['way' => ChangeCase::WAYS],
        'date' => ['part' => DatePart::WORDS],
        'when' => ['test' => WhenThen::TESTS],
    ];

    private const MOST_PAIRS = 5_000;
    private const MOST_LETTERS = 2_000;

    /** @throws TableException */
    public static function read(mixed $data, string $locale): Recipe
    {
        if (!\is_array($data)) {
            throw new TableException('The recipe did not arrive whole. Load the page again.');
        }
        $name = \is_string($data['recipe'] ?? null) ? $data['recipe'] : '';
        $default = static fn (string $key): string => (string) (self::DEFAULTS[$name][$key] ?? '');
        $text = static fn (string $key): string => \is_scalar($data[$key] ?? null)
            ? mb_substr((string) $data[$key], 0, self::MOST_LETTERS)
            : $default($key);
        $choice = static fn (string $key, array $among): string => isset($among[$text($key)]) ? $text($key) : $default($key);
        $column = static fn (string $key): string => '' !== $text($key)
            ? $text($key)
            : throw new TableException('Pick the column it is made from.');
        $number = static fn (string $key, int $least, int $most): int => (int) max(
            $least,
            min($most, is_numeric($data[$key] ?? null) ? (float) $data[$key] : (float) $default($key)),
        );

        return match ($name) {
            'join' => new Join(self::pattern($data['pattern'] ?? null, $locale)),
            'map' => new MapValues(
                $column('column'),
                self::pairs($data['pairs'] ?? null),
                $choice('otherwise', array_flip([MapValues::KEEP, MapValues::EMPTY, MapValues::WORDS])),
                $text('words'),
            ),
            'series' => new Series(
                $number('start', -1_000_000_000, 1_000_000_000),
                self::step($number('step', -1_000_000, 1_000_000)),
                $number('width', 0, 20),
                $text('prefix'),
                $text('suffix'),
                '' === $text('restart') ? null : $text('restart'),
                self::numbers($data['skip'] ?? []),
                CheckDigit::from($choice('check', CheckDigit::WORDS)),
            ),
            'replace' => new FindReplace(
                $column('column'),
                '' !== $text('find') ? $text('find') : throw new TableException('Say what is to be found.'),
                $text('replace'),
                (bool) ($data['sameCase'] ?? false),
            ),
            'case' => new ChangeCase($column('column'), $choice('way', ChangeCase::WAYS)),
            'split' => self::split(
                $column('column'),
                $choice('how', array_flip([Split::AT, Split::POSITION, Split::NUMBER, Split::REST])),
                $text('at'),
                $number('part', -1_000, 1_000),
                $number('length', 0, 100_000),
            ),
            'date' => new DatePart($column('column'), $choice('part', DatePart::PARTS)),
            'days' => new DaysBetween($column('from'), $column('to')),
            'first' => new FirstFilled(self::words($data['of'] ?? null, 'Pick the columns to choose from.'), $text('words')),
            'when' => new WhenThen(
                $column('column'),
                $choice('test', WhenThen::TESTS),
                $text('value'),
                self::pattern($data['then'] ?? null, $locale),
                self::pattern($data['otherwise'] ?? null, $locale),
            ),
            'picture' => new PictureName($column('column')),
            'deal' => new Deal(
                self::words($data['pool'] ?? null, 'Say what is to be dealt out, one in a line.'),
                (bool) ($data['shuffled'] ?? false),
                $number('seed', 0, 2_000_000_000),
            ),
            'seal' => '' === $text('secret') ? VerificationCodes::fresh() : new VerificationCodes($text('secret')),
            default => throw new TableException('There is no such recipe.'),
        };
    }

    /**
     * A recipe as an editor shows it: its patterns as words and columns.
     *
     * @return array<string, mixed>
     */
    public static function forEditor(Recipe $recipe): array
    {
        return array_map(
            PatternParts::of(...),
            match (true) {
                $recipe instanceof Join => ['pattern' => $recipe->pattern],
                $recipe instanceof WhenThen => ['then' => $recipe->then, 'otherwise' => $recipe->otherwise],
                default => [],
            },
        ) + $recipe->toArray();
    }

    /**
     * @param mixed $pattern its source, or an editor's words and columns
     *
     * @throws TableException
     */
    private static function pattern(mixed $pattern, string $locale): Pattern
    {
        try {
            return Pattern::parse(
                mb_substr(\is_string($pattern) ? $pattern : PatternParts::source($pattern ?? []), 0, self::MOST_LETTERS),
                $locale,
            );
        } catch (PatternException $e) {
            throw new TableException($e->getMessage(), 0, $e);
        }
    }

    private static function split(string $column, string $how, string $at, int $part, int $length): Split
    {
        if (Split::AT === $how && '' === $at) {
            throw new TableException('Say at which letters the cell is cut.');
        }

        return new Split($column, $how, $at, 0 === $part ? 1 : $part, $length);
    }

    private static function step(int $step): int
    {
        return 0 !== $step ? $step : throw new TableException('A series needs a step that is not 0.');
    }

    /** @return array<string, string> */
    private static function pairs(mixed $pairs): array
    {
        $map = [];
        foreach (\is_array($pairs) ? \array_slice($pairs, 0, self::MOST_PAIRS) : [] as $pair) {
            if (\is_array($pair) && \is_string($pair[0] ?? null) && '' !== trim($pair[0])) {
                $map[$pair[0]] = \is_string($pair[1] ?? null) ? $pair[1] : '';
            }
        }

        return [] !== $map ? $map : throw new TableException('Say at least one value and what it becomes.');
    }

    /** @return list<int> */
    private static function numbers(mixed $list): array
    {
        $list = \is_string($list) ? preg_split('/[\s,;]+/', $list) : $list;

        return array_values(
            array_map(
                intval(...),
                array_filter(\is_array($list) ? \array_slice($list, 0, self::MOST_PAIRS) : [], is_numeric(...)),
            ),
        );
    }

    /** @return non-empty-list<string> */
    private static function words(mixed $list, string $otherwise): array
    {
        $words = array_values(
            array_filter(
                \is_array($list) ? \array_slice($list, 0, self::MOST_PAIRS) : [],
                static fn (mixed $one): bool => \is_string($one) && '' !== trim($one),
            ),
        );

        return [] !== $words ? $words : throw new TableException($otherwise);
    }
}

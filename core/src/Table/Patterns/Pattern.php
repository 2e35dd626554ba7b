<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;

/** Text with columns, in ICU MessageFormat. */
final readonly class Pattern
{
    /** @param list<Literal|Argument> $parts */
    private function __construct(public string $source, public array $parts)
    {
    }

    /** @throws PatternException when the syntax does not hold */
    public static function parse(string $source, string $locale = 'en_GB'): self
    {
        $pattern = new self($source, PatternParser::parse($source));
        foreach ($pattern->arguments() as $argument) {
            /** @var \MessageFormatter|null $formatter null when ICU cannot read it, whatever the stubs say */
            $formatter = \MessageFormatter::create($locale, $argument->source);
            $sample =
                [$argument->key => ValueKind::Text === $argument->wants() ? '' : 1] + array_fill_keys($argument->inner, '');
            if (null === $formatter || false === $formatter->format($sample)) {
                throw new PatternException(new Message('table.pattern.unreadable', [
                    'source' => $argument->source,
                    'why' => $formatter?->getErrorMessage() ?? intl_get_error_message(),
                ]));
            }
        }

        return $pattern;
    }

    /**
     * @param non-empty-list<string> $columns keys in a pattern that the table has not
     */
    public static function unknown(array $columns): Message
    {
        return new Message('table.pattern.unknown_columns', [
            'columns' => array_map(static fn (string $key): string => "“{$key}”", $columns),
            'count' => \count($columns),
        ]);
    }

    /** The pattern that gives exactly this text, whatever braces and quotes it contains. */
    public static function quote(string $words): string
    {
        $quoted = static function (array $run): string {
            $doubled = str_replace("'", "''", $run[0]);

            return strpbrk($run[0], '{}') ? "'$doubled'" : $doubled;
        };

        return preg_replace_callback("/[{}']+/", $quoted, $words) ?? $words;
    }

    public static function column(string $key): string
    {
        return '{' . $key . '}';
    }

    /** @return list<string> keys of the columns, each once, in order */
    public function columns(): array
    {
        $keys = [];
        foreach ($this->arguments() as $argument) {
            foreach ([$argument->key, ...$argument->inner] as $key) {
                $keys[$key] = true;
            }
        }

        return array_map(strval(...), array_keys($keys));
    }

    /** @return list<string> the words between the columns, as they read */
    public function words(): array
    {
        $words = array_filter($this->parts, static fn (Literal|Argument $part): bool => $part instanceof Literal);

        return array_values(array_map(static fn (Literal $part): string => $part->text, $words));
    }

    /** @return list<Argument> the columns at the top level, in order */
    public function arguments(): array
    {
        return array_values(array_filter($this->parts, static fn (Literal|Argument $part): bool => $part instanceof Argument));
    }

    /**
     * @param list<string> $known keys of the table's columns
     *
     * @return list<string> keys that this pattern names and the table has not
     */
    public function unknownColumns(array $known): array
    {
        return array_values(array_diff($this->columns(), $known));
    }
}

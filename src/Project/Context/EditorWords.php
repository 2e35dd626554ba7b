<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternFiller;
use Morphea\Core\Table\Patterns\PatternParts;

/**
 * Patterns and columns in the form `part/words.html.twig` shows them.
 *
 * @phpstan-import-type Part from PatternParts
 */
final readonly class EditorWords
{
    /** @return list<Part> one that does not hold is shown as words */
    public static function of(Project $project, string $pattern): array
    {
        try {
            return PatternParts::of(Pattern::parse($pattern, $project->design()->locale));
        } catch (PatternException) {
            return [['words' => $pattern]];
        }
    }

    /**
     * The pattern's text and columns with the values of a row; columns without a value are empty.
     *
     * @param array<string, string> $cells by column key
     */
    public static function filled(Project $project, string $pattern, array $cells): string
    {
        $locale = $project->design()->locale;
        try {
            $keys = array_map(static fn (Column $column): string => $column->key, $project->columns());

            return (new PatternFiller($locale))->fill(Pattern::parse($pattern, $locale), $cells + array_fill_keys($keys, ''))->text;
        } catch (PatternException) {
            return $pattern;
        }
    }

    /** What an editor sent, as a pattern; plain text if it is not one of its lists. */
    public static function read(string $sent): string
    {
        $parts = json_decode($sent, true);

        return \is_array($parts) ? PatternParts::source($parts) : Pattern::quote($sent);
    }

    /** A pattern in readable form: columns by their headings, in brackets. */
    public static function plain(Project $project, string $pattern): string
    {
        $columns = self::columns($project);

        return mb_strimwidth(implode('', array_map(
            static fn (array $one): string => $one['words'] ?? '[' . ($columns[$one['column']]['heading'] ?? '?') . ']',
            self::of($project, $pattern),
        )), 0, 80, '…', 'UTF-8');
    }

    /** @return array<string, array{letter: string, heading: string, key: string}> by key */
    public static function columns(Project $project): array
    {
        $found = [];
        foreach ($project->columns() as $column) {
            $found[$column->key] = ['letter' => $column->letter(), 'heading' => $column->heading, 'key' => $column->key];
        }

        return $found;
    }
}

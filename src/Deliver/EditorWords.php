<?php

declare(strict_types=1);

namespace Morphea\App\Deliver;

use Morphea\App\Entity\Project;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Pattern\PatternParts;

/**
 * Patterns and columns as `part/words.html.twig` shows them.
 *
 * @phpstan-import-type Part from PatternParts
 */
final readonly class EditorWords
{
    /** @return list<Part> one that does not hold is shown as words */
    public static function of(Project $project, string $pattern): array
    {
        try {
            return PatternParts::of(Pattern::parse($pattern, $project->template()->locale));
        } catch (PatternError) {
            return [['words' => $pattern]];
        }
    }

    /** A pattern as people read it: columns by their headings, in brackets. */
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

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Table\Data\Column;

/**
 * Links placeholders by name when a table is imported: a placeholder whose column is missing from the table is linked to
 * the column with its own name, if there is one. Columns named by key in a pattern are linked already.
 */
final readonly class AutoLink
{
    /** @param list<string> $made sentences: which links there are now by name alone */
    private function __construct(public Design $design, public array $made)
    {
    }

    /** @param list<Column> $columns */
    public static function of(Design $design, array $columns): self
    {
        $keys = array_map(static fn (Column $column): string => $column->key, $columns);
        $made = [];
        foreach ($design->placeholders() as $layer) {
            $used = $layer->columns();
            $unknown = array_values(array_diff($used, $keys));
            if ([] !== $used && [] === $unknown) {
                $headings = array_map(
                    static fn (string $key): string => $columns[(int) array_search($key, $keys, true)]->letter() .
                        ' ' .
                        $columns[(int) array_search($key, $keys, true)]->heading,
                    $used,
                );
                $made[] = \sprintf('%s shows %s', $layer->name, implode(', ', $headings));
                continue;
            }
            if (1 !== \count($used) || 1 !== \count($unknown)) {
                continue;
            }
            foreach ($columns as $column) {
                if (self::plain($column->heading) === self::plain($layer->name)) {
                    $design = (new LinkColumn($layer->id, $column->key, $keys))->apply($design);
                    $made[] = \sprintf('%s shows %s %s', $layer->name, $column->letter(), $column->heading);
                    break;
                }
            }
        }

        return new self($design, $made);
    }

    private static function plain(string $name): string
    {
        return preg_replace('/[^\p{L}\p{N}]+/u', '', mb_strtolower($name, 'UTF-8')) ?? $name;
    }
}

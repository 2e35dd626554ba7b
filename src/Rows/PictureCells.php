<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\Core\Data\Column;
use Morphea\Core\Data\Kind;
use Morphea\Core\Data\Sheet;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\Template;

/** Which cells name pictures, which of those are missing, with near misses, and which pictures nobody names. */
final readonly class PictureCells
{
    /**
     * @param list<array{column: Column, cell: string, rows: int, near: string|null}> $missing
     * @param list<string>                                                            $unused
     * @param list<Column>                                                            $columns that name pictures
     */
    private function __construct(public array $missing, public array $unused, public int $found, public array $columns)
    {
    }

    /** @param list<string> $names of all pictures */
    public static function of(Sheet $sheet, Template $template, array $names): self
    {
        $pictures = new PictureNames($names);
        $shown = array_merge(...array_map(static fn (Layer $layer): array => $layer->columns(), array_filter($template->placeholders(), static fn (Layer $layer): bool => $layer instanceof PictureLayer)));
        $columns = array_values(array_filter($sheet->columns, static fn (Column $column): bool => Kind::Picture === $column->kind || \in_array($column->key, $shown, true)));
        $missing = [];
        $used = array_fill_keys($template->assets(), true);
        $found = 0;
        foreach ($columns as $column) {
            foreach (array_count_values(array_filter(array_map(trim(...), $sheet->cells($column->key)), static fn (string $cell): bool => '' !== $cell)) as $cell => $rows) {
                $name = $pictures->find((string) $cell);
                if (null === $name) {
                    $missing[] = ['column' => $column, 'cell' => (string) $cell, 'rows' => $rows, 'near' => $pictures->near((string) $cell)];
                } else {
                    $used[$name] = true;
                    $found += $rows;
                }
            }
        }

        return new self($missing, array_values(array_filter($names, static fn (string $name): bool => !isset($used[$name]))), $found, $columns);
    }
}

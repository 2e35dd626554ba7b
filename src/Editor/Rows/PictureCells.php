<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;

/** Which cells name pictures, which pictures are missing, with near misses, and which pictures are unused. */
final readonly class PictureCells
{
    /**
     * @param list<array{column: Column, cell: string, rows: int, near: string|null}> $missing
     * @param list<string>                                                            $unused
     * @param list<Column>                                                            $columns that name pictures
     * @param array<string, list<int>>                                                $rows    numbers of those that show it, by picture
     */
    private function __construct(
        public array $missing,
        public array $unused,
        public int $found,
        public array $columns,
        public array $rows,
    ) {
    }

    /**
     * @param list<string>        $names of all pictures
     * @param array<string, ColumnKind> $kinds by column key
     */
    public static function of(Table $table, Design $design, array $names, array $kinds): self
    {
        $pictures = new PictureNames($names);
        $columns = array_values(
            array_filter($table->columns, static fn (Column $column): bool => ColumnKind::Picture === $kinds[$column->key]),
        );
        $missing = $rows = [];
        $used = array_fill_keys($design->pictures(), true);
        $found = 0;
        foreach ($columns as $column) {
            $at = [];
            foreach ($table->cells($column->key) as $i => $cell) {
                if ('' !== trim($cell)) {
                    $at[trim($cell)][] = $i + 1;
                }
            }
            foreach ($at as $cell => $numbers) {
                $name = $pictures->find((string) $cell);
                if (null === $name) {
                    $missing[] = [
                        'column' => $column,
                        'cell' => (string) $cell,
                        'rows' => \count($numbers),
                        'near' => $pictures->near((string) $cell),
                    ];
                } else {
                    $rows[$name] = array_values(array_unique([...$rows[$name] ?? [], ...$numbers]));
                    $found += \count($numbers);
                }
            }
        }
        $used += $rows;

        return new self(
            $missing,
            array_values(array_filter($names, static fn (string $name): bool => !isset($used[$name]))),
            $found,
            $columns,
            $rows,
        );
    }
}

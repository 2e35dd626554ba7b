<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Data\Record;

/** Finds cells that are shown although they do not match their column's kind, even where they fit the pattern. */
final readonly class CellKinds
{
    /** @param list<Column> $columns */
    public function __construct(private ColumnKinds $kinds, private array $columns)
    {
    }

    /** @return list<Warning> */
    public function warnings(Design $design, Record $row): array
    {
        $warnings = [];
        foreach ($this->columns as $column) {
            $cell = $row->cells[$column->key] ?? '';
            if (true !== $column->kind?->rules()->checked() || '' === trim($cell)) {
                continue;
            }
            if ($this->kinds->fits($column->kind, $cell, $column->monthFirst)) {
                continue;
            }
            foreach ($design->layers() as $layer) {
                if (\in_array($column->key, $layer->columns(), true)) {
                    $warnings[] = new Warning(
                        WarningKind::Kind,
                        Severity::LookAtIt,
                        $layer->id,
                        $layer->name,
                        new Message('warnings.kind.' . strtr($column->kind->value, '-', '_'), [
                            'cell' => $cell,
                            'column' => $column->letter(),
                        ]),
                        remedies: [Remedy::ChangeCell],
                    );
                }
            }
        }

        return $warnings;
    }
}

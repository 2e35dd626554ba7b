<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Data\Table;

/** A .morphea file with its rows: columns linked, left-out rows removed, and the sizes all rows share. */
final readonly class OpenFile
{
    /** @param array<int, true> $skipped numbers of rows that are not made */
    public function __construct(
        public MorpheaFile $file,
        public Design $design,
        public Table $table,
        public array $skipped,
        public EvenSizes $even,
    ) {
    }

    /** @return iterable<int, Record> rows that are made */
    public function rows(): iterable
    {
        foreach ($this->table->records() as $number => $row) {
            if (!isset($this->skipped[$row->number])) {
                yield $number => $row;
            }
        }
    }
}

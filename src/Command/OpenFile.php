<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Import\MorpheaFile;
use Morphea\Core\Data\Record;
use Morphea\Core\Data\Table;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Template\Template;

/** A .morphea file with its rows: columns linked, what is switched off left out, the sizes that all rows share. */
final readonly class OpenFile
{
    /** @param array<int, true> $skipped numbers of rows that are not made */
    public function __construct(
        public MorpheaFile $file,
        public Template $template,
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

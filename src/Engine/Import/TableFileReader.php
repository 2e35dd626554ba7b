<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;

/** Reads a whole table file into a Table without questions: its first line with content is the header row. */
final readonly class TableFileReader
{
    public function __construct(private TableBuilder $builder, private RawReader $reader)
    {
    }

    /** @throws UploadException */
    public function file(string $path, string $name): FileTable
    {
        $grid = $this->reader->file($path, $name);
        try {
            $table = $this->builder->build($grid->lines);
        } catch (TableException $e) {
            throw new UploadException(new Message('import.in_file', ['name' => $name, 'why' => $e->says()]), 0, $e);
        }
        $notices = [...$table->notices, ...$grid->notices];
        if (1 === \count($table->columns) && null !== $grid->delimiter) {
            $notices[] =
new Message('import.table.one_column_file');
        }

        return new FileTable($table->columns, $table->cells, $notices);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;

/**
 * A table as a file has it: columns and cells, with what had to be said about them when they were read. Its rows are
 * nobody yet; a Table makes them.
 */
final readonly class FileTable
{
    /**
     * @param list<Column>       $columns
     * @param list<list<string>> $cells   one list a row, as long as there are columns
     * @param list<Message|string>       $notices
     */
    public function __construct(public array $columns, public array $cells, public array $notices = [])
    {
    }

    public function count(): int
    {
        return \count($this->cells);
    }
}

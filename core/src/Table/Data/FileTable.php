<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;

/**
 * A table as read from a file: columns and cells, with notes from reading it. Its rows have no ids yet; a Table gives
 * them.
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

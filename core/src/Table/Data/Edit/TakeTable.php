<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\RowMatch;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableUpdate;

/**
 * Another table in the place of the one that was there, or a newer state of it; worked out from the table as it is when
 * it comes to it.
 */
final readonly class TakeTable implements TableEdit
{
    /** @param \Closure(Table): Table $take */
    private function __construct(private \Closure $take, private Message $what)
    {
    }

    /** With the rows' own ids. */
    public static function whole(Table $table, Message $what): self
    {
        return new self(static fn (): Table => $table, $what);
    }

    /** Rows that are here already stay themselves, as RowMatch says; the others get ids that no row of the table had yet. */
    public static function fresh(FileTable $file, Message $what): self
    {
        return new self(static fn (Table $here): Table => Table::of($file, $here->nextId(), RowMatch::of($here, $file)), $what);
    }

    /**
     * Matched by a key column.
     *
     * @param bool $remove rows that the file has not
     */
    public static function update(FileTable $file, string $key, bool $remove, Message $what): self
    {
        return new self(static fn (Table $here): Table => TableUpdate::compare($here, $file, $key)->table($remove), $what);
    }

    public function apply(Table $table): Table
    {
        return ($this->take)($table);
    }

    public function says(): Message
    {
        return $this->what;
    }
}

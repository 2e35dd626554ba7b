<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\RowMatch;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableUpdate;

/** Replaces the table by another, or updates it from a newer file; computed from the table at the time it is applied. */
final readonly class TakeTable implements TableEdit
{
    /** @param \Closure(Table): Table $take */
    private function __construct(private \Closure $take, private Message $what)
    {
    }

    /** With the ids of its rows. */
    public static function whole(Table $table, Message $what): self
    {
        return new self(static fn (): Table => $table, $what);
    }

    /** Rows that are recognised keep their ids, as RowMatch decides; the others get ids the table has never used. */
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

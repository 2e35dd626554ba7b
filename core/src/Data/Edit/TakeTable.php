<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Edit;

use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableUpdate;

/**
 * Another table in the place of the one that was there, or a newer state of it; worked out from the table as it is when
 * it comes to it.
 */
final readonly class TakeTable implements SheetEdit
{
    /** @param \Closure(Sheet): Sheet $take */
    private function __construct(private \Closure $take, private string $what)
    {
    }

    /** With the rows' own ids. */
    public static function sheet(Sheet $sheet, string $what): self
    {
        return new self(static fn (): Sheet => $sheet, $what);
    }

    /** With ids that no row of the table had yet. */
    public static function fresh(Table $table, string $what): self
    {
        return new self(static fn (Sheet $here): Sheet => Sheet::of($table, $here->nextId()), $what);
    }

    /**
     * Matched by a key column.
     *
     * @param bool $remove rows that the file has not
     */
    public static function update(Table $file, string $key, bool $remove, string $what): self
    {
        return new self(static fn (Sheet $here): Sheet => TableUpdate::compare($here, $file, $key)->sheet($remove), $what);
    }

    public function apply(Sheet $sheet): Sheet
    {
        return ($this->take)($sheet);
    }

    public function says(): string
    {
        return $this->what;
    }
}

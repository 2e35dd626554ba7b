<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Edit;

use Morphea\Core\Data\Sheet;

/** Another table in the place of the one that was there, or a newer state of it. */
final readonly class TakeTable implements SheetEdit
{
    public function __construct(private Sheet $sheet, private string $what)
    {
    }

    public function apply(Sheet $sheet): Sheet
    {
        return $this->sheet;
    }

    public function says(): string
    {
        return $this->what;
    }
}

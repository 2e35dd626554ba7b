<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Edit;

use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\TableError;

/** One change of a table: checked, applied, and able to say in words what it did. Recipes run again afterwards, by whoever applies it. */
interface SheetEdit
{
    /** @throws TableError when the result would not hold; the table stays as it was */
    public function apply(Sheet $sheet): Sheet;

    public function says(): string;
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;

/** One change of a table: checked, applied, and able to describe itself. Whoever applies it runs the recipes afterwards. */
interface TableEdit
{
    /** @throws TableException when the result would not hold; the table stays as it was */
    public function apply(Table $table): Table;

    public function says(): Message;
}

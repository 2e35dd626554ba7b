<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** The order in which pieces are placed on sheets. */
enum SheetOrder: string
{
    /** Across the first sheet, then the next. */
    case Rows = 'rows';
    /** So that the piles of cut pieces, put on one another, are in order. */
    case CutAndStack = 'cut-and-stack';
    /** Down the columns of the first sheet, then the next. */
    case Columns = 'columns';
    /** Each so many times, one after the other. */
    case Copies = 'copies';
}

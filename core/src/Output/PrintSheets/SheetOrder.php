<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** In which order pieces lie on the sheets. */
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

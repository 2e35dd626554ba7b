<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Where the die line goes in the PDF. */
enum DieLine: string
{
    case None = 'none';
    /** On a page of its own, after the others. */
    case Page = 'page';
    /** On every front as a layer of its own (optional content), which can be switched off. */
    case Layer = 'layer';
}

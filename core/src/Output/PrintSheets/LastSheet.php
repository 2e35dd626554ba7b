<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** What happens to unused places. */
enum LastSheet: string
{
    /** They stay empty, at the end. */
    case Left = 'left';
    /** They take pieces again, from the first on. */
    case Filled = 'filled';
    /** They are spread: every sheet, or every pile, is as full as the others. */
    case Balanced = 'balanced';
}

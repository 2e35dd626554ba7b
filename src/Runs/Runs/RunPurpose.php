<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** What the pieces of a run are for. Mockups are looked at, and are not the pieces themselves: nothing is handed over of them. */
enum RunPurpose: string
{
    case Pieces = 'pieces';
    case Mockups = 'mockups';

    /** In SQL, of the table `run`: those whose pieces are the rows' own. The one place where that is asked. */
    public const OF_PIECES = "run.purpose = 'pieces'";
}

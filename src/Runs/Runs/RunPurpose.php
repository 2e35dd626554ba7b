<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** The purpose of a run. Mockups are for looking at and are not the pieces themselves: they are never delivered. */
enum RunPurpose: string
{
    case Pieces = 'pieces';
    case Mockups = 'mockups';

    /** In SQL, of the table `run`: those whose pieces are the rows' own. The one place where that is asked. */
    public const OF_PIECES = "run.purpose = 'pieces'";
}

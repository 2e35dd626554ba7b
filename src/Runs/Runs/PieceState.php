<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

enum PieceState: string
{
    case Waiting = 'waiting';
    case Made = 'made';
    case NotMade = 'not-made';
}

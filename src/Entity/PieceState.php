<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

enum PieceState: string
{
    case Waiting = 'waiting';
    case Made = 'made';
    case NotMade = 'not-made';
}

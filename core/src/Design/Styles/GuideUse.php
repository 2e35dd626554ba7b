<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/** What a guide marks on the finished piece: nothing, a fold or a perforation. */
enum GuideUse: string
{
    case Line = 'line';
    case Fold = 'fold';
    case Perforation = 'perforation';
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/** What a guide says of the finished piece: nothing, that it is folded there, or that it is torn there. */
enum GuideUse: string
{
    case Line = 'line';
    case Fold = 'fold';
    case Perforation = 'perforation';
}

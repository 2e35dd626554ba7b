<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** The direction in which a picture drifts. */
enum DriftKind: string
{
    case None = 'none';
    case Closer = 'closer';
    case Away = 'away';
    /** Along the frame, to what must stay in sight. */
    case Along = 'along';
}

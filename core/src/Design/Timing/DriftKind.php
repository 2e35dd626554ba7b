<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** Which way a picture drifts in its frame. */
enum DriftKind: string
{
    case None = 'none';
    case Closer = 'closer';
    case Away = 'away';
    /** Along the frame, to what must stay in sight. */
    case Along = 'along';
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** An output of pieces in time: what comes and goes when is seen in its files, of the first page only. */
interface MotionFormat extends ExportFormat
{
    /** @return Message|null why there is none here, whatever the design */
    public function missing(): ?Message;

    /** What stands behind its files' names, where pictures that do not move end alike; null for nothing. */
    public function suffix(): ?string;
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** An output of pieces over time: its files show what appears and disappears, on the first page only. */
interface MotionFormat extends ExportFormat
{
    /** @return Message|null why there is none here, whatever the design */
    public function missing(): ?Message;

    /** A suffix for its file names where still pictures have the same extension; null for none. */
    public function suffix(): ?string;
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Shows pieces on or in something: what comes out is looked at, and is not the piece itself. */
interface MockupFormat extends ExportFormat
{
}

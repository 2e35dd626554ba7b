<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Shows pieces on a product: the result is for looking at and is not the piece itself. */
interface MockupFormat extends ExportFormat
{
}

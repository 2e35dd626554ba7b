<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

/** Asks a worker to tidy up. */
final readonly class TidyUp
{
}

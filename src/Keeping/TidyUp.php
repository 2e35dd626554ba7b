<?php

declare(strict_types=1);

namespace Morphea\App\Keeping;

/** Asks a worker to tidy up. */
final readonly class TidyUp
{
}

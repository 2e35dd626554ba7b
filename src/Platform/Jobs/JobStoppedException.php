<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Somebody stopped the job. */
final class JobStoppedException extends \RuntimeException
{
}

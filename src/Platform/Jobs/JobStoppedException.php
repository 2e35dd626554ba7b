<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Somebody does not want any more what is being worked on. */
final class JobStoppedException extends \RuntimeException
{
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A worker that must not start; the message says why. */
final class UnfitWorkerException extends \RuntimeException
{
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A worker that must not begin, in words. */
final class UnfitWorkerException extends \RuntimeException
{
}
